import type { Meter } from '../../../time/index.ts';
import type { Way } from '../rule.ts';

/** A rule that places hits: `R` is the rule with its numbers. */
export interface SowingRule<R> extends Way<R> {
  /** The places that it names in a pattern of `length` ticks, in order and within it. */
  readonly places: (rule: R, meter: Meter, length: number) => number[];
}

/** Places a step apart, from `from` on and before `length`; all in ticks. */
export function run(from: number, step: number, length: number): number[] {
  return Array.from({ length: Math.max(0, Math.ceil((length - from) / step)) }, (_, i) => from + i * step);
}
