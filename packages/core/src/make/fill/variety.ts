import type { Hit, Id } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** Two strokes on one drum this near to each other are the same stroke, in ticks: a 32nd. */
const SAME = PPQ / 8;

/** The strokes of a fill by drum, their places in order, as fills are told apart by them. */
export interface Strokes {
  readonly byDrum: ReadonlyMap<Id, readonly number[]>;
  readonly count: number;
}

export function strokesIn(hits: Readonly<Record<Id, Hit>>): Strokes {
  const byDrum = new Map<Id, number[]>();
  const all = Object.values(hits).sort((a, b) => a.at - b.at);
  for (const { voice, at } of all) {
    const places = byDrum.get(voice);
    if (places) places.push(at);
    else byDrum.set(voice, [at]);
  }
  return { byDrum, count: all.length };
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
export const MOST_SHARED = 0.5;

/** True for two fills that share at most half of the strokes of either. */
export function areDifferent(a: Strokes, b: Strokes): boolean {
  return sharedBy(a, b) <= MOST_SHARED;
}
