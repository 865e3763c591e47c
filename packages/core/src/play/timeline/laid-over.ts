import type { Id } from '../../song/index.ts';
import type { BarFigures } from './course.ts';

/** Figures of a stretch of bars as a whole, each as in `BarFigures`. */
type Mean = Pick<BarFigures, 'hits' | 'loudness'>;

/** Two places of the form laid over each other from their first bars on. */
export interface LaidOver {
  readonly first: readonly BarFigures[];
  readonly second: readonly BarFigures[];
  /** Of all bars of each. */
  readonly means: readonly [Mean, Mean];
  /** The bar, from 1, in which their loudness is farthest apart, of those that both have; null where they never differ. */
  readonly farthest: number | null;
}

/** Lays the bars of two stretches of the form, as their occurrences, over each other; null where one of them has none. */
export function layOver(
  course: readonly BarFigures[],
  one: readonly Id[],
  other: readonly Id[],
): LaidOver | null {
  const barsOf = (ids: readonly Id[]) => course.filter(({ occurrence }) => ids.includes(occurrence));
  const [first, second] = [barsOf(one), barsOf(other)];
  if (!first.length || !second.length) return null;
  const apart = first
    .slice(0, second.length)
    .map(({ loudness }, i) => Math.abs(loudness - (second[i]?.loudness ?? 0)));
  const most = Math.max(...apart);
  return {
    first,
    second,
    means: [meanOf(first), meanOf(second)],
    farthest: most > 1e-9 ? apart.indexOf(most) + 1 : null,
  };
}

function meanOf(bars: readonly BarFigures[]): Mean {
  const sum = (of: keyof Mean) => bars.reduce((all, bar) => all + bar[of], 0) / bars.length;
  return { hits: sum('hits'), loudness: sum('loudness') };
}
