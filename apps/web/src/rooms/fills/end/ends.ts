import {
  type DropOut,
  dropOutPattern,
  type Ending,
  endingPattern,
  type PickUp,
  roundTheKit,
} from '@plucky/core/make';
import { feelOf, resolve } from '@plucky/core/pattern';
import {
  type EndDraft,
  type Id,
  indexOf,
  laidFirst,
  type Pattern,
  type Refusal,
  type SongDocument,
  type Voice,
} from '@plucky/core/song';
import { barTicks, beatTicks, type Grid } from '@plucky/core/time';
import { useMemo } from 'react';
import { useDraftEdits, useDrafts } from '../draft-record.ts';

/** Velocity of the pulse that a drop-out leaves, and of the last hit of a pick-up. */
const [PULSE, PICK_UP] = [84, 100];

/** Usual ends of a groove: the kick drops out of the last bar; all stops on the last bar's first beat. */
function usualEnds(document: SongDocument, groove: Id): EndDraft {
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const voices = indexOf(document).voicesOf(resolved.pattern.part);
  const ofFamily = (family: Voice['family']) => voices.filter((voice) => voice.family === family);
  const [kick] = ofFamily('kick');
  const [crash] = ofFamily('cymbal');
  const [first] = voices;
  const stopsOn = kick || crash ? [kick, crash] : [first];
  return {
    groove,
    last: barTicks(meter),
    endingLast: 2 * barTicks(meter),
    silent: [kick ?? first].flatMap((voice) => voice?.id ?? []),
    pulse: null,
    pickUp: null,
    stop: barTicks(meter),
    stopRows: stopsOn.flatMap((voice) => voice?.id ?? []),
    stopVelocity: 118,
    othersStop: true,
  };
}

/** Settings of a groove's drop-outs and endings, with the way to change them. */
export interface EndEditor {
  readonly settings: EndDraft;
  readonly setEnds: (fields: Partial<EndDraft>, gesture?: string) => void;
}

/** The draft of a groove's end; `document` is the song without its drafts. Rows that are gone are left out. */
export function useEndEditor(document: SongDocument, groove: Id): EndEditor {
  const drafts = useDrafts();
  const hands = useDraftEdits();
  return useMemo(() => {
    const rows = new Set(
      indexOf(document)
        .voicesOf(resolve(document, groove).pattern.part)
        .map((voice) => voice.id),
    );
    const isHere = (one: EndDraft) => one.groove === groove;
    const stored = drafts.ends.find(isHere);
    const usual = usualEnds(document, groove);
    const settings: EndDraft = stored
      ? {
          ...stored,
          silent: stored.silent.filter((row) => rows.has(row)),
          stopRows: stored.stopRows.filter((row) => rows.has(row)),
          pulse: stored.pulse !== null && rows.has(stored.pulse) ? stored.pulse : null,
          pickUp: stored.pickUp && rows.has(stored.pickUp.voice) ? stored.pickUp : null,
        }
      : usual;
    return {
      settings,
      setEnds: (fields, gesture) =>
        void hands.change(
          'change the recipe',
          (now) => {
            const before = now.ends.find(isHere) ?? usual;
            return { ...now, ends: laidFirst(now.ends, { ...before, ...fields }, isHere) };
          },
          gesture,
        ),
    };
  }, [document, groove, drafts, hands]);
}

/** The pattern of a drop-out as it is set. */
export function dropOutFor(
  document: SongDocument,
  groove: Id,
  { last, silent, pulse, pickUp }: EndDraft,
  id: Id,
): Pattern | Refusal {
  const leaves: DropOut['leaves'] = pulse ? { pulseOn: pulse, velocity: PULSE } : { without: silent };
  return dropOutPattern(document, groove, { last, leaves, pickUp }, id, 'Drop-out');
}

/** The pattern of an ending as it is set. */
export function endingFor(
  document: SongDocument,
  groove: Id,
  { endingLast, stop, stopRows, stopVelocity, slows }: EndDraft,
  id: Id,
): Pattern | Refusal {
  const ending: Ending = {
    last: endingLast,
    stop: stop === null ? null : { before: stop, voices: stopRows, velocity: stopVelocity },
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

/** Places of the stop, in beats before the barline: each beat of the last bar, named by its number. */
export function stopPlaces(document: SongDocument, groove: Id): readonly { beat: number; before: number }[] {
  const { meter } = feelOf(document, resolve(document, groove));
  return Array.from({ length: meter.beats }, (_, i) => ({
    beat: i + 1,
    before: barTicks(meter) - i * beatTicks(meter),
  }));
}
