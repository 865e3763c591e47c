import type { IntensityPoint } from '../../song/index.ts';

/** Resting value of both curves, in percent: it changes nothing. */
export const AT_REST = 100;

/**
 * The value of a curve at a place, in percent: straight from point to point, and as the nearest one before the first and
 * after the last; 100 without points.
 * @example intensityAt([{ at: 0, percent: 50 }, { at: 960, percent: 100 }], 480) // => 75
 */
export function intensityAt(points: readonly IntensityPoint[] | undefined, at: number): number {
  if (!points) return AT_REST;
  const after = points.findIndex((point) => point.at > at);
  const next = points[after];
  const before = after < 0 ? points.at(-1) : points[after - 1];
  if (!before) return next?.percent ?? AT_REST;
  if (!next) return before.percent;
  const share = (at - before.at) / (next.at - before.at);
  return before.percent + (next.percent - before.percent) * share;
}
