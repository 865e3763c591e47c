import type { Bar } from './arrived.ts';

/** Tells in which bar, counted from 0, a tick lies; it is asked for ticks that never go back. */
export function barFinder(bars: readonly Pick<Bar, 'start'>[]): (tick: number) => number {
  let bar = 0;
  return (tick) => {
    while (tick >= (bars[bar + 1]?.start ?? Infinity)) bar++;
    return bar;
  };
}
