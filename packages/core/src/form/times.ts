import { type ResolvedPattern, soundingOf } from '../pattern/index.ts';
import type { IdentifiedHit, Times } from '../song/index.ts';
import { modulo } from '../time/index.ts';

/** In which rounds of its pattern a layer sounds, of `rounds` in its stretch, the first being 0. */
export function soundsIn(times: Times, round: number, rounds: number): boolean {
  if (times === 'first') return round === 0;
  if (times === 'last') return round === rounds - 1;
  return round % times.every === times.from % times.every;
}

/** A round of a layer, and how many there are: a pattern of `period` ticks that is begun `start` ticks into it. */
export function roundAt(at: number, start: number, period: number): number {
  return Math.floor((start + at) / period);
}

/** Number of rounds of its pattern that a layer of so many ticks plays, whole or in part. */
export function roundsIn(length: number, start: number, period: number): number {
  return Math.ceil((start + length) / period);
}

/** A layer of `length` ticks of a pattern of `period` ticks that is begun `start` ticks into it. */
export interface Rounds {
  readonly period: number;
  readonly start: number;
  readonly length: number;
}

/** True for a hit that sounds so many ticks into a layer. */
export function hitSounds({ at, times }: Pick<IdentifiedHit, 'at' | 'times'>, rounds: Rounds): boolean {
  if (!times) return true;
  const { period, start, length } = rounds;
  return soundsIn(times, roundAt(at, start, period), roundsIn(length, start, period));
}

/** True for a pattern with hits that sound in some of its rounds only. */
export function countsRounds(source: ResolvedPattern): boolean {
  return soundingOf(source).some((hit) => hit.times);
}

/**
 * In which rounds the two halves of a layer sound that is cut in two, the second of which begins in round `cut` of `rounds`;
 * null where a half sounds in none of its own, and undefined where in all.
 */
export function cutTimes(
  times: Times | undefined,
  cut: number,
  rounds: number,
  isWithin: boolean,
): { readonly before: Times | null | undefined; readonly after: Times | null | undefined } {
  if (times === undefined) return { before: undefined, after: undefined };
  if (times === 'first') return { before: 'first', after: cut === 0 ? 'first' : null };
  // The last round sounds in the first half only where the cut goes through it.
  if (times === 'last') return { before: isWithin && cut === rounds - 1 ? 'last' : null, after: 'last' };
  const { every, from } = times;
  return { before: times, after: { every, from: modulo(from - cut, every) } };
}
