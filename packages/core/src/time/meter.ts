import { PPQ } from './ticks.ts';

/** The most beats of a bar. */
export const MOST_BEATS = 32;

/** A time signature: `beats` of 1/`unit` notes to a bar, felt in `groups` of beats that add up to `beats`. */
export interface Meter {
  readonly beats: number;
  readonly unit: 2 | 4 | 8 | 16;
  readonly groups: readonly number[];
}

/** A meter in which a bar is counted: what is left of one that is cut short may be counted in notes as small as 256ths. */
export interface BarMeter extends Omit<Meter, 'unit'> {
  readonly unit: number;
}

/** The notes that a bar can be counted in. */
const UNITS = [2, 4, 8, 16, 32, 64, 128, 256] as const;

/** The groups that players expect of common meters: threes for 6/8, 9/8 and 12/8, else twos with a last three. */
export function usualGroups(beats: number, unit: number): number[] {
  if (beats === 1) return [1];
  if (unit >= 8 && beats % 3 === 0) return Array.from({ length: beats / 3 }, () => 3);
  if (beats === 5) return [3, 2];
  const pairs = Math.floor(beats / 2);
  return Array.from({ length: pairs }, (_, i) => (i === pairs - 1 && beats % 2 ? 3 : 2));
}

/** A meter of `beats`/`unit` with its usual groups unless others are given. */
export function meter(beats: number, unit: Meter['unit'], groups = usualGroups(beats, unit)): Meter {
  return { beats, unit, groups };
}

/** True for meters that are written alike, whatever their groups. */
export function isSameMeter(one: BarMeter, other: BarMeter): boolean {
  return one.beats === other.beats && one.unit === other.unit;
}

/**
 * Length of one beat of the meter in ticks.
 * @example beatTicks(meter(7, 8)) // => 480
 */
export function beatTicks(of: BarMeter): number {
  return (4 * PPQ) / of.unit;
}

/**
 * Length of a bar in ticks: `3840 * beats / unit`.
 * @example barTicks(meter(7, 8)) // => 3360
 */
export function barTicks(of: BarMeter): number {
  return beatTicks(of) * of.beats;
}

/**
 * The meter of a bar of so many ticks, where one of another meter ends early, in the longest notes from that meter's own on
 * that fit; null for a bar that no notes down to a 256th fill.
 * @example shortBar(1920, meter(4, 4)) // => { beats: 2, unit: 4, groups: [2] }
 */
export function shortBar(ticks: number, usual: Meter): BarMeter | null {
  const unit = UNITS.find((one) => one >= usual.unit && ticks % ((4 * PPQ) / one) === 0);
  if (unit === undefined) return null;
  const beats = ticks / ((4 * PPQ) / unit);
  return { beats, unit, groups: usualGroups(beats, unit) };
}

/** Starts of the groups of a bar, in ticks from the bar's start. */
export function groupStarts(of: BarMeter): number[] {
  const starts: number[] = [];
  let at = 0;
  for (const beats of of.groups) {
    starts.push(at);
    at += beats * beatTicks(of);
  }
  return starts;
}

/**
 * Where the pulse of the bar falls, in ticks from its start: on the groups of meters in 8ths or 16ths, else on the beats.
 * @example pulses(meter(6, 8)) // => [0, 1440]
 */
export function pulses(of: BarMeter): number[] {
  if (of.unit >= 8) return groupStarts(of);
  return Array.from({ length: of.beats }, (_, i) => i * beatTicks(of));
}

/**
 * The meter as musicians write it; the groups are named when they are not the plain twos and threes of 4/4 or 3/4.
 * @example meterName(meter(7, 8)) // => '7/8 (2+2+3)'
 */
export function meterName(of: BarMeter): string {
  const name = `${of.beats}/${of.unit}`;
  const uneven = new Set(of.groups).size > 1;
  return uneven ? `${name} (${of.groups.join('+')})` : name;
}
