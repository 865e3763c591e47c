import type { Hit, Id, Kind } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** Two strokes on one drum this near to each other are the same stroke, in ticks: a 32nd. */
const SAME = PPQ / 8;

/** The strokes of a fill by drum, their places in order, as fills are told apart by them. */
export interface Strokes {
  readonly byDrum: ReadonlyMap<Id, readonly number[]>;
  readonly count: number;
  /** Places of its strokes in order, those within a 32nd as one: its onset rhythm, whatever the drum. */
  readonly onsets: readonly number[];
}

export function strokesIn(hits: Readonly<Record<Id, Hit>>): Strokes {
  const byDrum = new Map<Id, number[]>();
  const all = Object.values(hits).sort((a, b) => a.at - b.at);
  for (const { voice, at } of all) {
    const places = byDrum.get(voice);
    if (places) places.push(at);
    else byDrum.set(voice, [at]);
  }
  const onsets: number[] = [];
  for (const { at } of all) if (at - (onsets.at(-1) ?? -Infinity) >= SAME) onsets.push(at);
  return { byDrum, count: all.length, onsets };
}

/** The share (0..1) of the onsets of the larger rhythm of two fills that both have. */
function onsetsShared(a: Strokes, b: Strokes): number {
  return met(a.onsets, b.onsets) / Math.max(1, a.onsets.length, b.onsets.length);
}

/** A rhythm as a text; fills of one text have the same onsets within a 32nd. */
export function rhythmOf({ onsets }: Strokes): string {
  return onsets.map((at) => Math.round(at / SAME)).join(' ');
}

/** The share (0..1) of the strokes of the smaller of two fills that the other has too: same drum, within a 32nd. */
export function sharedBy(a: Strokes, b: Strokes): number {
  let shared = 0;
  for (const [drum, places] of a.byDrum) shared += met(places, b.byDrum.get(drum) ?? []);
  return shared / Math.max(1, Math.min(a.count, b.count));
}

/** Number of places that two sorted lists share, each counted once. */
function met(a: readonly number[], b: readonly number[]): number {
  let [i, j, count] = [0, 0, 0];
  while (i < a.length && j < b.length) {
    const off = (a[i] ?? 0) - (b[j] ?? 0);
    if (Math.abs(off) <= SAME) {
      count++;
      i++;
      j++;
    } else if (off < 0) i++;
    else j++;
  }
  return count;
}

/** The largest share of strokes that two fills may have in common and still be called different. */
const MOST_SHARED = 0.5;

/** The largest share of onsets that two fills of one kind may have in common. */
const MOST_ONSETS_SHARED = 0.8;

/** A fill by its strokes, and by its kind where it was made rhythm first. */
export interface Drawn {
  readonly strokes: Strokes;
  readonly kind?: Kind | undefined;
}

/**
 * True for two fills that share at most half of the strokes of either and, where they are of one kind, at most four fifths
 * of their onsets. `shared` is their share of strokes, where it is known.
 */
export function areDifferent(a: Drawn, b: Drawn, shared = sharedBy(a.strokes, b.strokes)): boolean {
  if (shared > MOST_SHARED) return false;
  const isOneKind = a.kind !== undefined && a.kind === b.kind;
  return !isOneKind || onsetsShared(a.strokes, b.strokes) <= MOST_ONSETS_SHARED;
}
