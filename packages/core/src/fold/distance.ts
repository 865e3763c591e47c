import { compile } from '../play/index.ts';
import { type Edits, indexOf, type SongDocument } from '../song/index.ts';
import { groupedBy, secondsAt } from '../time/index.ts';
import type { ArrivedFile } from './arrived.ts';
import { foldedTracks, type FoldOptions } from './prepare.ts';

/** Distance of a song from the file that it was folded from. */
export interface Distance {
  /** Of strokes early or late, in ms, and in velocity: the mean and the largest. */
  readonly ms: { readonly mean: number; readonly worst: number };
  readonly velocity: { readonly mean: number; readonly worst: number };
  /** Notes of the file that the song has not within reach, and those of the song that the file has not. */
  readonly missing: number;
  readonly extra: number;
  /** Edits that patterns and slots keep, beside what is written in patterns that follow none. */
  readonly edits: number;
}

/** Farthest that a note may be from its own in the file, in seconds. */
const REACH = 0.12;

interface Timed {
  readonly seconds: number;
  readonly velocity: number;
}

/** Plays a folded song and tells how far it is from the notes of the file, note by note of the same drum or pitch. */
export function distanceFrom(
  document: SongDocument,
  file: ArrivedFile,
  { uses, noteMap }: Pick<FoldOptions, 'uses' | 'noteMap'>,
): Distance {
  const { parts } = indexOf(document);
  const { events, tempos } = compile(document, { kind: 'song' });
  const heard = groupedBy(events, ({ part, note }) => `${part} ${note}`);
  const pairs: (readonly [Timed, Timed])[] = [];
  let [missing, matched] = [0, 0];
  for (const [i, track] of foldedTracks(file, uses).entries()) {
    const drums = uses[track.id] === 'fold';
    for (const [note, own] of groupedBy(track.notes, (one) => one.note)) {
      if (drums && !noteMap[note]) continue;
      const wanted = own.map((one) => ({
        seconds: secondsAt(file.tempos, one.tick),
        velocity: one.velocity,
      }));
      const there = (heard.get(`${parts[i]?.id} ${note}`) ?? []).map((one) => ({
        seconds: secondsAt(tempos, one.tick),
        velocity: one.velocity,
      }));
      const found = paired(wanted, there);
      matched += found.length;
      missing += wanted.length - found.length;
      for (const pair of found) pairs.push(pair);
    }
  }
  const of = (far: (a: Timed, b: Timed) => number) => {
    const all = pairs.map(([a, b]) => Math.abs(far(a, b)));
    const mean = all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length);
    return { mean, worst: all.reduce((most, one) => Math.max(most, one), 0) };
  };
  return {
    ms: of((a, b) => 1000 * (a.seconds - b.seconds)),
    velocity: of((a, b) => a.velocity - b.velocity),
    missing,
    extra: events.length - matched,
    edits: editsIn(document),
  };
}

function editsIn({ records }: SongDocument): number {
  return Object.values(records)
    .flatMap((record): Edits[] => {
      if (record.kind === 'section') return record.slots.flatMap(({ layers }) => layers);
      return record.kind === 'pattern' && record.parent !== undefined ? [record] : [];
    })
    .reduce(
      (sum, { own, changed, silenced }) =>
        sum + Object.keys(own).length + Object.keys(changed).length + silenced.length,
      0,
    );
}

/**
 * Notes of two rows in order, each with the one that it is: those that are as many between two gaps go with one another in order,
 * which is nearest on the whole; where there are more on one side each goes with the nearest that is free.
 */
function paired(a: readonly Timed[], b: readonly Timed[]): (readonly [Timed, Timed])[] {
  const out: (readonly [Timed, Timed])[] = [];
  let [i, j] = [0, 0];
  while (i < a.length && j < b.length) {
    const [first, second] = [i, j];
    let end = Math.min(a[i]?.seconds ?? 0, b[j]?.seconds ?? 0) + REACH;
    for (;;) {
      const [one, other] = [a[i]?.seconds ?? Infinity, b[j]?.seconds ?? Infinity];
      const next = Math.min(one, other);
      if (next > end) break;
      end = next + REACH;
      if (one <= other) i++;
      else j++;
    }
    const [some, others] = [a.slice(first, i), b.slice(second, j)];
    const inOrder = some.map((one, nth) => [one, others[nth] ?? one] as const);
    const isWhole = some.length === others.length && inOrder.every(([one, other]) => isNear(one, other));
    for (const pair of isWhole ? inOrder : nearest(some, others)) out.push(pair);
  }
  return out;
}

const isNear = (one: Timed, other: Timed) => Math.abs(one.seconds - other.seconds) <= REACH;

/** Pairs of some notes with the nearest of others that no earlier one has, in order. */
function nearest(some: readonly Timed[], others: readonly Timed[]): (readonly [Timed, Timed])[] {
  let from = 0;
  return some.flatMap((one) => {
    let best = -1;
    for (let at = from; at < others.length; at++) {
      const [there, before] = [others[at], others[best]];
      if (!there || there.seconds > one.seconds + REACH) break;
      const far = Math.abs(there.seconds - one.seconds);
      if (far <= REACH && (!before || far < Math.abs(before.seconds - one.seconds))) best = at;
    }
    const found = others[best];
    if (!found) return [];
    from = best + 1;
    return [[one, found] as const];
  });
}
