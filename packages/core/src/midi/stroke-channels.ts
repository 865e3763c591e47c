import { resolve, soundingOf } from '../pattern/index.ts';
import { compile, freeOfLanes, type NoteEvent, type Timeline } from '../play/index.ts';
import {
  BEND_AT_REST,
  CONTROLLER,
  type ExportOptions,
  type Hit,
  type Id,
  indexOf,
  type SongDocument,
} from '../song/index.ts';
import { cacheBy } from '../time/index.ts';
import type { MidiEvent } from './bytes/format.ts';
import { bendOf, rangeMessage } from './controls.ts';

/** Controller 10 for the middle. */
const PAN_AT_REST = 64;
/** The smallest usual bend range, in semitones. */
const LEAST_RANGE = 2;

/** A stroke as it leaves: its place in ticks of the file, and its pan (-100..100) and tuning (semitones) by itself. */
type PlacedStroke = { readonly tick: number; readonly source: Pick<NoteEvent, 'pan' | 'tune'> };

/**
 * The channels, 0..15, of the drums whose strokes are panned or tuned by themselves, where each drum has a track of its own: a
 * note of a drum names the drum, so that only its channel can say more. One that no part or lane has is given to each in the
 * order of its row, the same in every file of the song; a drum for which none is left is not among them.
 */
export function strokeChannels(
  document: SongDocument,
  { tracks }: Pick<ExportOptions, 'tracks'>,
): ReadonlyMap<Id, number> {
  return tracks === 'voice' ? channelCache(document) : NONE;
}

const NONE: ReadonlyMap<Id, number> = new Map();

const channelCache = cacheBy((document: SongDocument): ReadonlyMap<Id, number> => {
  const { parts, patternsOf, voicesOf } = indexOf(document);
  const moved = new Set<Id>();
  for (const event of compile(document, { kind: 'song' }).events)
    if (isMovedAlone(event)) moved.add(event.voice);
  const drums = parts.filter(({ type }) => type === 'drums');
  // A pattern leaves by itself too, played or not.
  for (const part of drums)
    for (const { id } of patternsOf(part.id))
      for (const hit of soundingOf(resolve(document, id))) if (mayMoveAlone(hit)) moved.add(hit.voice);
  const rows = drums.flatMap(({ id }) => voicesOf(id)).filter(({ id }) => moved.has(id));
  const free = freeOfLanes(document);
  return new Map(
    rows.flatMap(({ id }, i) => {
      const channel = free[i];
      return channel === undefined ? [] : [[id, channel] as const];
    }),
  );
});

/** True for a stroke with a pan or tuning of its own outside any lane, which moves its channel as the lane says. */
export function isMovedAlone({ pan, tune, lane }: Pick<NoteEvent, 'pan' | 'tune' | 'lane'>): boolean {
  return lane === null && (pan !== 0 || tune !== 0);
}

function mayMoveAlone({ pan, pitch, roll, layered }: Hit): boolean {
  return [pan, pitch, roll?.pan, roll?.pitch, layered?.pan].some((value) => value);
}

/** Number of strokes of a timeline whose own pan or tuning does not leave. */
export function strokesLeftPlain(
  document: SongDocument,
  { events }: Timeline,
  options: Pick<ExportOptions, 'tracks'>,
): number {
  const channels = strokeChannels(document, options);
  return events.filter(
    ({ voice, pan, tune, lane }) => (pan !== 0 || tune !== 0) && (lane !== null || !channels.has(voice)),
  ).length;
}

/**
 * Pan and bend before each stroke where they change, in ticks of the file, on a channel of the strokes' own: both at rest at the
 * start, so that nothing of another file stays.
 */
export function strokeEvents(strokes: readonly PlacedStroke[], channel: number): MidiEvent[] {
  const tunings = strokes.map(({ source }) => Math.abs(source.tune));
  const range = Math.max(LEAST_RANGE, ...tunings);
  const events: MidiEvent[] = tunings.some((tune) => tune > 0) ? rangeMessage({ channel, range }) : [];
  const said = { pan: NaN, bend: NaN };
  const say = (tick: number, pan: number, bend: number) => {
    if (pan !== said.pan)
      events.push({ tick, type: 'controller', channel, number: CONTROLLER.pan, value: pan });
    if (bend !== said.bend) events.push({ tick, type: 'pitchBend', channel, value: bend });
    Object.assign(said, { pan, bend });
  };
  say(0, panOf(0), BEND_AT_REST);
  for (const { tick, source } of strokes) say(tick, panOf(source.pan), bendOf(source.tune, range));
  return events;
}

/**
 * A pan of -100 (left) to 100 (right) as controller 10 has it: 0 left, 64 in the middle, 127 right.
 */
function panOf(pan: number): number {
  return Math.round(PAN_AT_REST + (pan / 100) * (pan < 0 ? PAN_AT_REST : 127 - PAN_AT_REST));
}

/** The pan (-100..100) that a value of controller 10 says, as `panOf` writes it. */
export function panFrom(value: number): number {
  const off = value - PAN_AT_REST;
  return (off / (off < 0 ? PAN_AT_REST : 127 - PAN_AT_REST)) * 100;
}
