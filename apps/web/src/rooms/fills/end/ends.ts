import {
  barTicks,
  beatTicks,
  type DropOut,
  dropOutPattern,
  type Ending,
  endingPattern,
  feelOf,
  type Grid,
  type Id,
  indexOf,
  type Pattern,
  type PickUp,
  type Placing,
  type Refusal,
  resolve,
  roundTheKit,
  type SongDocument,
  type Voice,
} from '@plucky/core';
import { createForSong } from '../../../session/song-store.ts';

/** What drop-outs and endings are made by; it is neither undone nor saved. Lengths in ticks. */
export interface EndSettings {
  readonly groove: Id | null;
  readonly last: number;
  readonly endingLast: number;
  /** Rows that fall silent in a drop-out, and the row of the pulse when only that is left. */
  readonly silent: ReadonlySet<Id>;
  readonly pulse: Id | null;
  readonly pickUp: PickUp | null;
  /** Where an ending stops, in ticks before its end, and the rows of the hit that it stops on; null for no stop. */
  readonly stop: number | null;
  readonly stopRows: ReadonlySet<Id>;
  readonly stopVelocity: number;
  readonly slows: Placing['slows'];
}

export const useEnds = createForSong<EndSettings>(() => ({
  groove: null,
  last: 3840,
  endingLast: 7680,
  silent: new Set(),
  pulse: null,
  pickUp: null,
  stop: null,
  stopRows: new Set(),
  stopVelocity: 118,
  slows: undefined,
}));

export const setEnds = useEnds.setState;

/** How loud the pulse is that a drop-out leaves, and the last hit of a pick-up. */
const [PULSE, PICK_UP] = [84, 100];

/** Begins with what is usual for a groove: the kick drops out of the last bar; all stops on the last bar's first beat. */
export function beginEnds(document: SongDocument, groove: Id): void {
  const now = useEnds.getState();
  if (now.groove === groove) return;
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const ofFamily = (family: Voice['family']) => voices.filter((voice) => voice.family === family);
  const [kick] = ofFamily('kick');
  const [crash] = ofFamily('cymbal');
  const [first] = voices;
  const stopsOn = kick || crash ? [kick, crash] : [first];
  setEnds({
    groove,
    last: barTicks(meter),
    endingLast: 2 * barTicks(meter),
    silent: new Set([kick ?? first].flatMap((voice) => voice?.id ?? [])),
    pulse: null,
    pickUp: null,
    stop: barTicks(meter),
    stopRows: new Set(stopsOn.flatMap((voice) => voice?.id ?? [])),
    slows: undefined,
  });
}

/** The pattern of a drop-out as it is set. */
export function dropOutFor(
  document: SongDocument,
  groove: Id,
  { last, silent, pulse, pickUp }: EndSettings,
  id: Id,
): Pattern | Refusal {
  const leaves: DropOut['leaves'] = pulse ? { pulseOn: pulse, velocity: PULSE } : { without: [...silent] };
  return dropOutPattern(document, groove, { last, leaves, pickUp }, id, 'Drop-out');
}

/** The pattern of an ending as it is set. */
export function endingFor(
  document: SongDocument,
  groove: Id,
  { endingLast, stop, stopRows, stopVelocity, slows }: EndSettings,
  id: Id,
): Pattern | Refusal {
  const ending: Ending = {
    last: endingLast,
    stop: stop === null ? null : { before: stop, voices: [...stopRows], velocity: stopVelocity },
    slows: slows ?? null,
  };
  return endingPattern(document, groove, ending, id, 'Ending');
}

/** The row that is usually left for a pulse: the hat of the lowest note, which is the closed one, or the first row. */
export function usualPulse(voices: readonly Voice[]): Id | null {
  const hats = voices.filter((voice) => voice.family === 'hat').sort((a, b) => a.note - b.note);
  return (hats[0] ?? voices[0])?.id ?? null;
}

/** A pick-up to begin with: three 16ths on the snare, or on the first row. */
export function usualPickUp(voices: readonly Voice[]): PickUp | null {
  const voice = roundTheKit(voices)[0] ?? voices[0];
  const grid: Grid = 4;
  return voice ? { voice: voice.id, hits: 3, grid, velocity: PICK_UP } : null;
}

/** How many beats before the barline the stop can be: each beat of the last bar, named by its number. */
export function stopPlaces(document: SongDocument, groove: Id): readonly { beat: number; before: number }[] {
  const { meter } = feelOf(document, resolve(document, groove));
  return Array.from({ length: meter.beats }, (_, i) => ({
    beat: i + 1,
    before: barTicks(meter) - i * beatTicks(meter),
  }));
}
