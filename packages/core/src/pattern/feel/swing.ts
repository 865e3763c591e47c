import type { Swing } from '../../song/index.ts';
import { type BarMeter, barTicks, groupStarts, modulo, PPQ } from '../../time/index.ts';

/**
 * How far swing moves a place, in ticks (not rounded). Within a pair of length 2u with p the place in the pair and
 * s the amount in percent: `p' = p * 2s/100` for p < u, else `p' = 2us/100 + (p - u)(2 - 2s/100)`, so that whatever
 * stands between the pair's notes bends with them. Pairs start anew at each group of the bar; one that its group
 * cuts short is left straight. `tick` counts from a bar line.
 * @example swingOffset(240, { amount: 75, unit: 16 }, meter(4, 4)) // => 120
 */
export function swingOffset(tick: number, swing: Swing, meter: BarMeter): number {
  if (swing.amount === 50) return 0;
  const inBar = modulo(tick, barTicks(meter));
  const starts = groupStarts(meter);
  const group = starts.findLastIndex((start) => start <= inBar);
  const start = starts[group] ?? 0;
  const end = starts[group + 1] ?? barTicks(meter);
  const unit = (4 * PPQ) / swing.unit;
  const inPair = (inBar - start) % (2 * unit);
  if (inBar - inPair + 2 * unit > end) return 0;
  const s = swing.amount / 100;
  const bent = inPair < unit ? inPair * 2 * s : 2 * unit * s + (inPair - unit) * (2 - 2 * s);
  return bent - inPair;
}
