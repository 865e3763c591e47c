import type { OccurrencePlace } from '@plucky/core/form';
import type { LineOfSheet } from '../sheet-lines.ts';

/** A stretch of the song, in bars from its start. */
export interface BarStretch {
  readonly from: number;
  readonly to: number;
}

/** Lines of a sheet under one another, and the bars that each stands for; a line of a section that comes again stands for all rounds. */
export interface LineScale {
  readonly bars: number;
  /** First bar of each line, counted from 0, and the end of the last one. */
  readonly starts: readonly number[];
  /** Top of each line, and the end of the last one, in px. */
  readonly tops: readonly number[];
}

/** The number of bars of a song, rounds counted. */
export function barsOf(places: readonly OccurrencePlace[]): number {
  return places.reduce((most, { firstBar, lasts }) => Math.max(most, firstBar - 1 + lasts), 0);
}

export function lineScale(
  lines: readonly LineOfSheet[],
  places: readonly OccurrencePlace[],
  heightOf: (line: number) => number,
): LineScale {
  const bars = barsOf(places);
  const tops = [0];
  for (let i = 0; i < lines.length; i++) tops.push((tops[i] ?? 0) + heightOf(i));
  return { bars, starts: [...lines.map(({ bar }) => bar - 1), bars], tops };
}

/** The value at a place between values that a rising list has there: straight from one to the next. */
function between(at: number, from: readonly number[], to: readonly number[]): number {
  let [low, high] = [0, from.length - 1];
  while (low + 1 < high) {
    const middle = (low + high) >> 1;
    if ((from[middle] ?? 0) <= at) low = middle;
    else high = middle;
  }
  const [a = 0, b = a] = [from[low], from[low + 1]];
  const share = b > a ? Math.min(1, Math.max(0, (at - a) / (b - a))) : 0;
  const [c = 0, d = c] = [to[low], to[low + 1]];
  return c + (d - c) * share;
}

/** The bars of what is seen from `top` px of the lines on, over `height` px. */
export function barsInView({ tops, starts }: LineScale, top: number, height: number): BarStretch {
  return { from: between(top, tops, starts), to: between(top + height, tops, starts) };
}

/** Place of a bar down the lines, in px. */
export function topOfBar({ tops, starts }: LineScale, bar: number): number {
  return between(bar, starts, tops);
}
