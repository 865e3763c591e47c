import type { BuildRecipe } from '../song/build-recipe.ts';
import { PPQ, ticksToMs } from '../time/ticks.ts';

/** Above so many hits a second a roll starts to be heard as a tone. */
export const ROLL_TO_TONE = 20;

/**
 * Places of hits that gather speed smoothly from `r0` to `r1` hits a beat over `beats` beats: the rate at t is
 * `r0 * q^(t/T)` with `q = r1/r0`. The expected count `N = r0*T*(q-1)/ln q` is rounded to c*N and the rates scaled to
 * it, so that `t_k = T * ln(1 + k*ln q / (c*r0*T)) / ln q`: the first hit is at 0 and the one after the last would fall
 * exactly on T. Returns ticks, rounded; equal rates give an even stream. Throws RangeError for rates or beats <= 0.
 * @example smoothPlaces(4, 1, 1, 960) // => [0, 960, 1920, 2880]
 */
export function smoothPlaces(beats: number, r0: number, r1: number, beatTicks: number): number[] {
  if (!(beats > 0 && r0 > 0 && r1 > 0)) throw new RangeError('Beats and rates must be above 0.');
  const log = Math.log(r1 / r0);
  const expected = log === 0 ? r0 * beats : (r0 * beats * (r1 / r0 - 1)) / log;
  const count = Math.max(1, Math.round(expected));
  const scaled = r0 * (count / expected);
  return Array.from({ length: count }, (_, k) => {
    const t = log === 0 ? k / scaled : (beats * Math.log(1 + (k * log) / (scaled * beats))) / log;
    // Adding 0 turns the -0 of a speed that falls into 0.
    return Math.round(t * beatTicks) + 0;
  });
}

/**
 * The stretches of a build-up by doubling: equal parts of `beats` at r0, 2r0, 4r0 … hits a beat, as many as bring the last
 * one nearest to r1; from r1 below r0 the rate halves. Throws RangeError for rates or beats <= 0.
 */
export function doublingStretches(
  beats: number,
  r0: number,
  r1: number,
): readonly { readonly from: number; readonly to: number; readonly rate: number }[] {
  if (!(beats > 0 && r0 > 0 && r1 > 0)) throw new RangeError('Beats and rates must be above 0.');
  const times = Math.round(Math.log2(r1 / r0));
  const count = Math.abs(times) + 1;
  return Array.from({ length: count }, (_, i) => ({
    from: (i * beats) / count,
    to: ((i + 1) * beats) / count,
    rate: r0 * 2 ** (i * Math.sign(times)),
  }));
}

/**
 * Places of hits that gather speed by doubling; in each stretch they stand on the even grid of its rate counted from the
 * start, so that no stretch breaks the pulse of the one before. Returns ticks, rounded.
 * @example doublingPlaces(4, 1, 2, 960) // => [0, 960, 1920, 2400, 2880, 3360]
 */
export function doublingPlaces(beats: number, r0: number, r1: number, beatTicks: number): number[] {
  return doublingStretches(beats, r0, r1).flatMap(({ from, to, rate }) =>
    evenPlaces(from, to, rate, beatTicks),
  );
}

/**
 * Places of a steady stream of `rate` hits a beat from beat `from` up to beat `to`, shifted by `by` steps of it.
 * @example evenPlaces(1, 3, 2, 960) // => [960, 1440, 1920, 2400]
 */
export function evenPlaces(from: number, to: number, rate: number, beatTicks: number, by = 0): number[] {
  // A hair of tolerance, since thirds of beats are not exact.
  const first = Math.ceil(from * rate - by - 1e-9);
  const after = Math.ceil(to * rate - by - 1e-9);
  return Array.from({ length: Math.max(0, after - first) }, (_, i) =>
    Math.round(((first + i + by) / rate) * beatTicks),
  );
}

/** Whether a way of gathering speed goes from one rate to another, where the others keep to the first. */
export function changesRate(speed: BuildRecipe['speed']): boolean {
  return speed === 'smoothly' || speed === 'by doubling';
}

/** Two steady streams half a step apart; the second fades in. */
export interface Streams {
  readonly first: readonly number[];
  readonly second: readonly number[];
}

/** The places of a build-up's hits over `beats` beats, in ticks, rounded. */
export function placesOf(
  { speed, rate }: Pick<BuildRecipe, 'speed' | 'rate'>,
  beats: number,
  beatTicks: number,
): Streams {
  const alone = (first: number[]): Streams => ({ first, second: [] });
  switch (speed) {
    case 'smoothly':
      return alone(smoothPlaces(beats, rate.from, rate.to, beatTicks));
    case 'by doubling':
      return alone(doublingPlaces(beats, rate.from, rate.to, beatTicks));
    case 'steady':
      return alone(evenPlaces(0, beats, rate.from, beatTicks));
    case 'second voice':
      return {
        first: evenPlaces(0, beats, rate.from, beatTicks),
        second: evenPlaces(0, beats, rate.from, beatTicks, 0.5),
      };
  }
}

/**
 * How many ticks after the end of a build-up of `beats` beats its next hit would come: 0 when it lands exactly, as a smooth
 * one always does.
 * @example overshoot({ speed: 'steady', rate: { from: 2, to: 2 } }, 3.75, 960) // => 240
 */
export function overshoot(
  { speed, rate }: Pick<BuildRecipe, 'speed' | 'rate'>,
  beats: number,
  beatTicks: number,
): number {
  if (speed === 'smoothly') return 0;
  const last =
    speed === 'by doubling' ? doublingStretches(beats, rate.from, rate.to).at(-1)?.rate : undefined;
  const perBeat = last ?? (speed === 'second voice' ? 2 * rate.from : rate.from);
  return Math.round((Math.ceil(beats * perBeat - 1e-9) / perBeat - beats) * beatTicks);
}

/** How fast hits come, in hits a second. */
export interface SpeedReport {
  readonly slowest: number;
  readonly fastest: number;
  /** The place in ticks from which on more than 20 a second come; null when they stay below. */
  readonly toneFrom: number | null;
}

/** How fast hits at these places come at a tempo, by the time from each to the next; `null` for fewer than two. */
export function speedReport(places: readonly number[], tempo: number): SpeedReport | null {
  const speeds = speedsOf(places, tempo);
  if (!speeds.length) return null;
  const all = speeds.map(({ speed }) => speed);
  // Ticks are whole, so that hits at exactly the bound may stand a tick nearer.
  const bound = ROLL_TO_TONE * (1 + 1 / PPQ);
  return {
    slowest: Math.min(...all),
    fastest: Math.max(...all),
    toneFrom: speeds.find(({ speed }) => speed > bound)?.at ?? null,
  };
}

/** The speed at each hit but the last, in hits a second. */
export function speedsOf(
  places: readonly number[],
  tempo: number,
): readonly { readonly at: number; readonly speed: number }[] {
  return places.slice(1).flatMap((next, i) => {
    const at = places[i] ?? 0;
    return next > at ? [{ at, speed: 1000 / ticksToMs(next - at, tempo) }] : [];
  });
}
