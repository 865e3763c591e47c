import type { Control, Curve } from '../../song/index.ts';
import { bentShare } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';

/** Distance between written values of a control, in ticks: a 32nd note. */
export const CONTROL_STEP = PPQ / 8;

/** Resting value of each control: unbent, filter open, level full. */
export const AT_REST: Readonly<Record<Control['kind'], number>> = { pitch: 0, filter: 127, level: 127 };

/**
 * The value of a curve at `share` (0..1) of its way; each half is bent by `bentShare`.
 * @example curveValue({ start: 0, middle: 10, end: 50, turn: 50, bend: 0 }, 0.75) // => 30
 */
export function curveValue({ start, middle, end, turn, bend }: Curve, share: number): number {
  const at = turn / 100;
  const [from, to, inHalf] =
    share < at ? [start, middle, share / at] : [middle, end, (share - at) / (1 - at)];
  return from + (to - from) * bentShare(Math.min(1, Math.max(0, inHalf)), bend);
}

/**
 * The value of a control `tick` ticks into its pattern, as it is written: whole for filter and level (0..127), to a
 * hundredth of a semitone for pitch.
 */
export function controlValue({ kind, curve, from, to }: Control, tick: number): number {
  const value = curveValue(curve, Math.min(1, Math.max(0, (tick - from) / Math.max(1, to - from))));
  return kind === 'pitch' ? Math.round(value * 100) / 100 : Math.round(value);
}
