import { compile, type NoteEvent, type Timeline } from '../../play/index.ts';
import { type Id, indexOf, type Part, type Reference, type SongDocument } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** Largest distance at which a note counts as moved, in ticks: a 16th. */
const NEAR = PPQ / 4;
/**
 * Weight of a hit that matches in place but differs most in velocity: half of a right one; and the velocity difference that
 * counts as most.
 */
const [LEAST_FOR_LOUDNESS, WIDE] = [0.5, 64];
/** Largest weight of a moved hit. */
const MOVED = 0.5;

/** Something in which a song is not as its target: what it is, and where the target has it, or the song what is more. */
export interface Deviation {
  readonly kind: 'missing' | 'extra' | 'moved' | 'louder' | 'softer';
  /** Ticks from the song's start. */
  readonly tick: number;
  /** The MIDI note 0..127, and the row of the song that plays it; null where none does. */
  readonly note: number;
  readonly voice: Id | null;
  /** By how many ticks or how much velocity; 0 for what is missing or more. */
  readonly by: number;
}

/** A song compared with its target. */
export interface Attempt {
  /** By place. */
  readonly deviations: readonly Deviation[];
  /** Number of notes of the target that were compared. */
  readonly wanted: number;
  /** Percent; 100 only where nothing differs. */
  readonly score: number;
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
  target: Pick<Reference, 'notes'>,
  part: Id,
  { from, to }: { readonly from: number; readonly to: number },
  timeline: Pick<Timeline, 'events'> = compile(document, { kind: 'song' }),
): Attempt {
  const within = (tick: number) => tick >= from && tick < to;
  const played = new Map<number, NoteEvent[]>();
  for (const event of timeline.events)
    if (event.part === part && within(event.tick)) push(played, event.note, event);
  const wanted = new Map<number, Wanted[]>();
  for (const [tick, , note, velocity] of target.notes)
    if (within(tick)) push(wanted, note, { tick, velocity });
  const deviations: Deviation[] = [];
  let [credit, count, extra] = [0, 0, 0];
  for (const note of new Set([...wanted.keys(), ...played.keys()])) {
    const row = wanted.get(note) ?? [];
    const { pairs, missing, more } = matched(row, played.get(note) ?? []);
    const voice = rowOf(document, part, note);
    count += row.length;
    extra += more.length;
    for (const { tick } of missing) deviations.push({ kind: 'missing', tick, note, voice, by: 0 });
    for (const { tick } of more) deviations.push({ kind: 'extra', tick, note, voice, by: 0 });
    for (const [one, other] of pairs) {
      const off = other.tick - one.tick;
      const louder = other.velocity - one.velocity;
      credit +=
        (off ? MOVED * (1 - Math.abs(off) / (2 * NEAR)) : 1) *
        (1 - (1 - LEAST_FOR_LOUDNESS) * Math.min(1, Math.abs(louder) / WIDE));
      if (off) deviations.push({ kind: 'moved', tick: one.tick, note, voice, by: off });
      if (louder) {
        const kind = louder > 0 ? 'louder' : 'softer';
        deviations.push({ kind, tick: one.tick, note, voice, by: Math.abs(louder) });
      }
    }
  }
  deviations.sort((a, b) => a.tick - b.tick || a.note - b.note);
  return { deviations, wanted: count, score: scoreOf(credit, count + extra, deviations.length) };
}

/** A share in percent that is 100 only where nothing differs, and 0 only where nothing is right. */
function scoreOf(credit: number, all: number, deviations: number): number {
  if (!deviations) return 100;
  return Math.min(99, Math.floor((100 * credit) / Math.max(1, all)));
}

interface Wanted {
  readonly tick: number;
  readonly velocity: number;
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
function rowOf(document: SongDocument, part: Id, note: number): Id | null {
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
  const { events } = compile(document, { kind: 'song' });
  const notes = events
    .filter((event) => event.part === part.id)
    .slice(0, most)
    .map(({ tick, length, note, velocity }): Reference['notes'][number] => [tick, length, note, velocity]);
  return { id, kind: 'reference', name, ...(part.type === 'drums' ? { drums: true } : {}), shift: 0, notes };
}
