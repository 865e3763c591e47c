import {
  AT_REST,
  CONTROL_STEP,
  controlValue,
  laneChannels,
  resolve,
  type ResolvedPattern,
} from '../../pattern/index.ts';
import {
  type Control,
  CONTROL_KINDS,
  type Id,
  indexOf,
  type Pattern,
  type SongDocument,
} from '../../song/index.ts';
import { cacheBy, modulo, seedFrom } from '../../time/index.ts';
import type { ControlEvent, NoteEvent } from './events.ts';
import { slidBy, slideSteps } from './glide.ts';

/** A channel of its own for the hits that a pattern's controls move, since bend and controllers move a whole channel. */
export interface Lane {
  readonly pattern: Id;
  readonly part: Id;
  /** 0..15. */
  readonly channel: number;
  /** Semitones of a full bend either way; 0 where pitch does not move. */
  readonly range: number;
  readonly name: string;
}

/**
 * The lanes of a song by pattern, in the order of its patterns. Each has a channel that no part uses, drawn from its id so
 * that it keeps it whatever else comes and goes; one that is taken is passed over for the next. Where all are taken it
 * shares one whose bends reach as far, or else all of that channel reach as far as the farthest.
 */
export function lanesOf(document: SongDocument): ReadonlyMap<Id, Lane> {
  return laneCache(document);
}

/** The channels that lanes could have and none has, the lowest first. */
export function freeOfLanes(document: SongDocument): readonly number[] {
  const taken = new Set([...lanesOf(document).values()].map(({ channel }) => channel));
  return laneChannels(document).filter((channel) => !taken.has(channel));
}

const laneCache = cacheBy((document: SongDocument): ReadonlyMap<Id, Lane> => {
  const { parts, patternsOf, pattern } = indexOf(document);
  const free = laneChannels(document);
  const lanes: Lane[] = [];
  /** Range of the bends, by channel. */
  const ranges = new Map<number, number>();
  const channelFor = (id: Id, range: number): number | undefined => {
    const first = modulo(seedFrom('lane', id), Math.max(1, free.length));
    const inTurn = [...free.slice(first), ...free.slice(0, first)];
    return (
      inTurn.find((one) => !ranges.has(one)) ?? inTurn.find((one) => ranges.get(one) === range) ?? inTurn[0]
    );
  };
  for (const part of parts)
    for (const one of patternsOf(part.id)) {
      if (!mayMove(one, pattern)) continue;
      const { controls } = resolve(document, one.id);
      if (!controls.length) continue;
      const range = rangeOf(controls);
      const channel = channelFor(one.id, range) ?? part.channel;
      ranges.set(channel, Math.max(range, ranges.get(channel) ?? 0));
      lanes.push({ pattern: one.id, part: part.id, channel, range, name: `${part.name}: ${one.name}` });
    }
  return new Map(
    lanes.map((lane) => [lane.pattern, { ...lane, range: ranges.get(lane.channel) ?? lane.range }]),
  );
});

/** True for a pattern with controls, its own or followed, told without working it out. */
function mayMove(pattern: Pattern, byId: (id: Id) => Pattern | undefined): boolean {
  for (let at: Pattern | undefined = pattern; at; at = at.parent ? byId(at.parent) : undefined)
    if (at.controls) return at.controls.length > 0;
  return false;
}

/** The smallest usual bend range, of two semitones, or as many as the pitch moves. */
function rangeOf(controls: readonly Control[]): number {
  const pitches = controls.filter((one) => one.kind === 'pitch');
  if (!pitches.length) return 0;
  const reached = pitches.flatMap(({ curve: { start, middle, end } }) => [start, middle, end].map(Math.abs));
  return Math.max(2, Math.ceil(Math.max(...reached)));
}

/** True for a voice whose hits are moved by the pattern's controls. */
export function isMoved({ controls }: ResolvedPattern, voice: Id): boolean {
  return controls.some((one) => one.voices.includes(voice));
}

/** Controls of a layer: what they say while it is played, and that they are at rest again where it ends. */
export interface LayerControls {
  readonly said: readonly ControlEvent[];
  /** Holds only where nothing else is said at its place, such as by the pattern as it goes on. */
  readonly rests: readonly ControlEvent[];
}

/**
 * What a pattern's controls say while it is played for `length` ticks from `start`, repeated as needed: a value at each
 * 32nd where it changes; nothing for a layer without room.
 */
export function controlEvents(
  { controls, pattern }: ResolvedPattern,
  lane: Lane,
  start: number,
  length: number,
  /** The place in the pattern that it is played from, in ticks. */
  begin = 0,
): LayerControls {
  const out: ControlEvent[] = [];
  const rests: ControlEvent[] = [];
  for (const kind of CONTROL_KINDS) {
    const own = controls.filter((one) => one.kind === kind);
    if (!own.length || length <= 0) continue;
    let last: number | null = null;
    const { pattern: id, channel } = lane;
    const say = (tick: number, value: number) => {
      if (value !== last) out.push({ tick: start + tick, lane: id, channel, kind, value });
      last = value;
    };
    for (let round = -begin; round < length; round += pattern.length)
      for (let at = 0; at < pattern.length && round + at < length; at += CONTROL_STEP) {
        if (round + at < 0) continue;
        const control = own.findLast((one) => one.from <= at);
        say(round + at, control ? controlValue(control, at) : AT_REST[kind]);
      }
    rests.push({ tick: start + length, lane: id, channel, kind, value: AT_REST[kind] });
  }
  return { said: out, rests };
}

/** Control events in order, of each lane and kind only changes; of several at the same place the last is what counts. */
export function inOrder(events: readonly ControlEvent[]): ControlEvent[] {
  const last = new Map<string, ControlEvent>();
  for (const event of events) last.set(`${event.tick} ${event.lane} ${event.kind}`, event);
  const said = new Map<string, number>();
  return [...last.values()]
    .sort((a, b) => a.tick - b.tick)
    .filter(({ lane, kind, value }) => {
      const key = `${lane} ${kind}`;
      if (said.get(key) === value) return false;
      said.set(key, value);
      return true;
    });
}

/** Movement of a note from a place on, `after` ticks from its start: semitones, filter and level 0..127. */
export interface Move {
  readonly after: number;
  readonly pitch: number;
  readonly filter: number;
  readonly level: number;
}

/**
 * How a note is moved at its start and while it sounds, for at most `rings` ticks, by its lane's controls and by its own
 * glide; `null` when nothing moves it.
 */
export function movesOf(
  controls: readonly ControlEvent[],
  { lane, tick, glide }: Pick<NoteEvent, 'lane' | 'tick' | 'glide'>,
  rings: number,
): readonly Move[] | null {
  if (lane === null && !glide) return null;
  const moves = lane === null ? [STILL] : movesOfLane(controls, lane, tick, rings);
  if (!glide?.by) return moves;
  const places = new Set([...moves.map((move) => move.after), ...slideSteps(glide)]);
  let i = 0;
  return [...places]
    .sort((a, b) => a - b)
    .map((after) => {
      while ((moves[i + 1]?.after ?? Infinity) <= after) i++;
      const move = moves[i] ?? STILL;
      return { ...move, after, pitch: move.pitch + slidBy(glide, after) };
    });
}

const STILL: Move = { after: 0, ...AT_REST };

function movesOfLane(controls: readonly ControlEvent[], lane: Id, tick: number, rings: number): Move[] {
  const moves: Move[] = [STILL];
  for (const event of controls) {
    if (event.lane !== lane) continue;
    if (event.tick > tick + rings) break;
    const before = moves.at(-1);
    if (!before) break;
    const after = Math.max(0, event.tick - tick);
    const next = { ...before, after, [event.kind]: event.value };
    if (after === before.after) moves[moves.length - 1] = next;
    else moves.push(next);
  }
  return moves;
}
