import type { IdentifiedHit } from '../song/index.ts';
import { PPQ } from '../time/index.ts';

/** Two hits of a voice and pitch within a 64th note of each other count as the same hit. */
export const NEAR = PPQ / 16;

export interface Matched<A extends IdentifiedHit, B extends IdentifiedHit> {
  readonly pairs: readonly (readonly [A, B])[];
  /** Items without a counterpart on the other side. */
  readonly onlyA: readonly A[];
  readonly onlyB: readonly B[];
}

/** Pairs the hits of two patterns off, nearest first; between equally near ones those of the same id. */
export function matchHits<A extends IdentifiedHit, B extends IdentifiedHit>(
  a: readonly A[],
  b: readonly B[],
): Matched<A, B> {
  const rows = new Map<string, B[]>();
  const rowOf = (hit: IdentifiedHit) => `${hit.voice} ${hit.pitch}`;
  for (const hit of b) {
    const row = rows.get(rowOf(hit));
    if (row) row.push(hit);
    else rows.set(rowOf(hit), [hit]);
  }
  const near = a.flatMap((one) =>
    (rows.get(rowOf(one)) ?? [])
      .filter((other) => Math.abs(other.at - one.at) <= NEAR)
      .map((other) => ({ one, other, apart: Math.abs(other.at - one.at) })),
  );
  near.sort((x, y) => x.apart - y.apart || Number(y.one.id === y.other.id) - Number(x.one.id === x.other.id));
  const taken = new Set<IdentifiedHit>();
  const pairs: [A, B][] = [];
  for (const { one, other } of near) {
    if (taken.has(one) || taken.has(other)) continue;
    taken.add(one).add(other);
    pairs.push([one, other]);
  }
  return {
    pairs,
    onlyA: a.filter((hit) => !taken.has(hit)),
    onlyB: b.filter((hit) => !taken.has(hit)),
  };
}
