import type { Bar } from './arrived.ts';

/** Tells in which bar, counted from 0, a tick lies; it is quick for a tick that is near the one asked for before. */
export function barFinder(bars: readonly Pick<Bar, 'start'>[]): (tick: number) => number {
  let bar = 0;
  return (tick) => {
    while (bar > 0 && tick < (bars[bar]?.start ?? 0)) bar--;
    while (tick >= (bars[bar + 1]?.start ?? Infinity)) bar++;
    return bar;
  };
}
