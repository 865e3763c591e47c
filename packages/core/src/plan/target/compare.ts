import { barAt, compile, type NoteEvent, type Source, type Timeline } from '../../play/index.ts';
import { type Id, indexOf, LIMITS, type Part, type Reference, type SongDocument } from '../../song/index.ts';
import { PPQ, tempoAt, ticksToMs } from '../../time/index.ts';
import { type OtherTime, timesThatDiffer } from './other-times.ts';

/** Largest distances in ticks at which a note is the one that is wanted, a 32nd, and at which it is that one moved, a 16th. */
const [RIGHT, NEAR] = [PPQ / 8, PPQ / 4];
/** Share of a bar's notes that are right in one that is the bar that is wanted. */
const SAME_BAR = 0.5;

/** Distance from a target that is still right: in ms either way, and in velocity. */
export type Tolerance = NonNullable<Reference['tolerance']>;
/** Tolerance of a target that has none of its own: as much as a good player's feel comes to. */
export const USUAL_TOLERANCE: Tolerance = { ms: 30, velocity: 20 };

/** A part that a song is held against. */
export type Target = Pick<Reference, 'notes' | 'tolerance' | 'tempos' | 'meters'>;

/** Something in which a song is not as its target: what it is, and where the target has it, or the song what is more. */
export interface Deviation {
  readonly kind: 'missing' | 'extra' | 'moved' | 'louder' | 'softer';
  /** Ticks from the song's start. */
  readonly tick: number;
  /** The MIDI note 0..127, and the row of the song that plays it; null where none does. */
  readonly note: number;
  readonly voice: Id | null;
  /** By how many ms, below 0 early, or how much velocity; 0 for what is missing or more. */
  readonly by: number;
  /** True for a move of more than a 32nd: the note is not the one that is wanted. */
  readonly isFar: boolean;
  /** The note of the target there; null for one that is more. */
  readonly wanted: { readonly velocity: number; readonly length: number } | null;
  /** The stroke that the song plays for it, and its place; null for one that is missing. */
  readonly played: { readonly tick: number; readonly from: Source } | null;
}

/** Marks of an attempt in percent, 100 only where nothing is wrong. */
export interface Marks {
  /** The right drums within a 32nd of their places; one mistake that comes in every bar counts once. */
  readonly notes: number;
  /** Of those notes, how many are within the tolerance of their places, and of their velocity. */
  readonly timing: number;
  readonly loudness: number;
  /** Bars that are the ones that are wanted there: at least half of their notes are right. */
  readonly form: number;
}

/** A song compared with its target. */
export interface Attempt {
  /** Tempos and meters that differ, by place; none where the target says none. */
  readonly times: readonly OtherTime[];
  /** Beyond the tolerance, by place. */
  readonly deviations: readonly Deviation[];
  /** Number of notes of the target that were compared. */
  readonly wanted: number;
  readonly marks: Marks;
}

/** The part that a target is for: the first of drums or of notes, as the target is. */
export function partForTarget(document: SongDocument, target: Pick<Reference, 'drums'>): Part | undefined {
  return indexOf(document).parts.find(({ type }) => (type === 'drums') === (target.drums ?? false));
}

/**
 * Holds what a part of a song plays against a target, drum by drum or note by note. A note is held against the nearest one of
 * its number that is no further than a 16th, those at the very tick first. `from` and `to` are ticks of the song.
 */
export function compareWithTarget(
  document: SongDocument,
  target: Target,
  part: Id,
  { from, to }: { readonly from: number; readonly to: number },
  timeline: Timeline = compile(document, { kind: 'song' }),
): Attempt {
  const within = (tick: number) => tick >= from && tick < to;
  const { ms: most, velocity: widest } = target.tolerance ?? USUAL_TOLERANCE;
  const played = new Map<number, NoteEvent[]>();
  for (const event of timeline.events)
    if (event.part === part && within(event.tick)) push(played, event.note, event);
  const wanted = new Map<number, Wanted[]>();
  for (const [tick, length, note, velocity] of target.notes)
    if (within(tick)) push(wanted, note, { tick, velocity, length });
  const deviations: Deviation[] = [];
  // A mistake, and what is right, is known by its drum and its place in the bar, in 32nds.
  const [right, wrong] = [new Set<string>(), new Set<string>()];
  const bars = new Map<number, { right: number; all: number }>();
  const count = (tick: number, isRight: boolean, all: number) => {
    const { bar: nth } = barAt(timeline, tick);
    const bar = bars.get(nth) ?? { right: 0, all: 0 };
    bars.set(nth, { right: bar.right + (isRight ? 2 : 0), all: bar.all + all });
  };
  let [pairCount, inTime, asLoud, wantedCount] = [0, 0, 0, 0];
  for (const note of new Set([...wanted.keys(), ...played.keys()])) {
    const row = wanted.get(note) ?? [];
    const { pairs, missing, more } = matched(row, played.get(note) ?? []);
    const voice = rowOf(document, part, note);
    const keyOf = (tick: number) => `${note} ${Math.round((tick - barAt(timeline, tick).start) / RIGHT)}`;
    const differs = (
      kind: Deviation['kind'],
      one: Wanted | null,
      event: NoteEvent | null,
      by = 0,
      isFar = false,
    ) => {
      const tick = one?.tick ?? event?.tick ?? 0;
      const played = event && { tick: event.tick, from: event.from };
      deviations.push({ kind, tick, note, voice: event?.voice ?? voice, by, isFar, wanted: one, played });
    };
    wantedCount += row.length;
    for (const one of missing) {
      differs('missing', one, null);
      wrong.add(`missing ${keyOf(one.tick)}`);
      count(one.tick, false, 1);
    }
    for (const event of more) {
      differs('extra', null, event);
      wrong.add(`extra ${keyOf(event.tick)}`);
      count(event.tick, false, 1);
    }
    for (const [one, other] of pairs) {
      const ticks = other.tick - one.tick;
      const off = ticksToMs(ticks, tempoAt(timeline.tempos, one.tick));
      const louder = other.velocity - one.velocity;
      const isFar = Math.abs(ticks) > RIGHT;
      if (isFar) wrong.add(`moved ${keyOf(one.tick)}`);
      else right.add(keyOf(one.tick));
      count(one.tick, !isFar, 2);
      if (isFar || Math.abs(off) > most) differs('moved', one, other, off, isFar);
      if (isFar) continue;
      pairCount++;
      if (Math.abs(off) <= most) inTime++;
      if (Math.abs(louder) <= widest) asLoud++;
      else differs(louder > 0 ? 'louder' : 'softer', one, other, Math.abs(louder));
    }
  }
  deviations.sort((a, b) => a.tick - b.tick || a.note - b.note);
  const rightBars = [...bars.values()].filter((bar) => bar.right >= SAME_BAR * bar.all).length;
  return {
    deviations,
    times: timesThatDiffer(target, timeline).filter(({ tick }) => within(tick)),
    wanted: wantedCount,
    marks: {
      notes: mark(right.size, right.size + wrong.size),
      timing: mark(inTime, pairCount),
      loudness: mark(asLoud, pairCount),
      form: mark(rightBars, bars.size),
    },
  };
}

/** A share in percent that is 100 only where all is right. */
function mark(right: number, all: number): number {
  return right === all ? 100 : Math.min(99, Math.floor((100 * right) / all));
}

interface Wanted {
  readonly tick: number;
  readonly velocity: number;
  readonly length: number;
}

function push<T>(groups: Map<number, T[]>, key: number, one: T): void {
  const group = groups.get(key);
  if (group) group.push(one);
  else groups.set(key, [one]);
}

/** Pairs what is wanted with what is played: those at one tick, then the nearest that are left, in order of place. */
function matched(wanted: readonly Wanted[], played: readonly NoteEvent[]) {
  const pairs: (readonly [Wanted, NoteEvent])[] = [];
  const atTick = new Map(played.map((event) => [event.tick, event]));
  const left: Wanted[] = [];
  for (const one of wanted) {
    const other = atTick.get(one.tick);
    if (other) pairs.push([one, other]);
    else left.push(one);
    atTick.delete(one.tick);
  }
  const free = [...atTick.values()].sort((a, b) => a.tick - b.tick);
  const missing: Wanted[] = [];
  let next = 0;
  for (const one of left) {
    while ((free[next]?.tick ?? Infinity) < one.tick - NEAR) next++;
    const candidates = free.slice(next, next + 3).filter(({ tick }) => Math.abs(tick - one.tick) <= NEAR);
    const nearest = candidates.toSorted(
      (a, b) => Math.abs(a.tick - one.tick) - Math.abs(b.tick - one.tick),
    )[0];
    if (!nearest) {
      missing.push(one);
      continue;
    }
    pairs.push([one, nearest]);
    free.splice(free.indexOf(nearest), 1);
  }
  return { pairs, missing, more: free };
}

/** The row of a part that plays a MIDI note: of drums the one that has it, of notes the only one. */
export function rowOf(document: SongDocument, part: Id, note: number): Id | null {
  const index = indexOf(document);
  const rows = index.voicesOf(part);
  const isDrums = index.part(part)?.type === 'drums';
  return (isDrums ? rows.find((row) => row.note === note) : rows[0])?.id ?? null;
}

/** A song's part as a target for others, under an id of its own: what it plays, at most so many notes as are kept. */
export function targetFrom(
  document: SongDocument,
  part: Part,
  name: string,
  id: Id,
  most: number,
): Reference {
  const { events, tempos, meters } = compile(document, { kind: 'song' });
  const notes = events
    .filter((event) => event.part === part.id)
    .slice(0, most)
    .map(({ tick, length, note, velocity }): Reference['notes'][number] => [tick, length, note, velocity]);
  return {
    ...{ id, kind: 'reference', name, shift: 0, notes },
    ...(part.type === 'drums' ? { drums: true } : {}),
    tempos: tempos.slice(0, LIMITS.tempos).map(({ tick, tempo }) => ({ at: tick, tempo })),
    // A bar that is cut short may be counted in notes too small for a song to say.
    meters: meters.flatMap(({ tick, meter }) => {
      const { beats, unit, groups } = meter;
      return unit === 2 || unit === 4 || unit === 8 || unit === 16
        ? [{ at: tick, meter: { beats, unit, groups } }]
        : [];
    }),
  };
}
