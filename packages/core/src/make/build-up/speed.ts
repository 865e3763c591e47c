import type { BuildRecipe } from '../../song/index.ts';
import { PPQ, ticksToMs } from '../../time/index.ts';

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
  const log = logOf(r0, r1);
  const expected = log === 0 ? r0 * beats : (r0 * beats * (r1 / r0 - 1)) / log;
  const count = Math.max(1, Math.round(expected));
  const scaled = r0 * (count / expected);
  return Array.from({ length: count }, (_, k) => {
    const t = log === 0 ? k / scaled : (beats * Math.log(1 + (k * log) / (scaled * beats))) / log;
    // Adding 0 turns the -0 of a speed that falls into 0.
    return Math.round(t * beatTicks) + 0;
  });
}

/** The logarithm of `r1 / r0`; 0 for rates so near to each other that it would be all rounding. */
function logOf(r0: number, r1: number): number {
  const log = Math.log(r1 / r0);
  return Math.abs(log) < 1e-9 ? 0 : log;
}

/** A place on the way of a speed, in beats from its start, and how many hits a beat come there. */
export interface RateAt {
  readonly at: number;
  readonly rate: number;
}

/**
 * Places of hits whose speed goes smoothly through points: between two of them as `smoothPlaces` has it. The expected count
 * over all of them is rounded and all rates are scaled to it, so that the one after the last would fall exactly on the end.
 * Points are in order, the first at 0 and the last at the end. Returns ticks, rounded. Throws RangeError for rates <= 0 and
 * for fewer than two points.
 * @example smoothThrough([{ at: 0, rate: 1 }, { at: 2, rate: 1 }, { at: 4, rate: 1 }], 960) // => [0, 960, 1920, 2880]
 */
export function smoothThrough(points: readonly RateAt[], beatTicks: number): number[] {
  if (points.length < 2 || points.some(({ rate }) => !(rate > 0)))
    throw new RangeError('A speed goes through two points at least, at rates above 0.');
  let played = 0;
  const pieces = points.slice(1).map((end, i) => {
    const start = points[i] ?? end;
    const beats = end.at - start.at;
    const log = logOf(start.rate, end.rate);
    const hits = log === 0 ? start.rate * beats : (start.rate * beats * (end.rate / start.rate - 1)) / log;
    const before = played;
    played += hits;
    return { at: start.at, rate: start.rate, beats, log, before, hits };
  });
  const count = Math.max(1, Math.round(played));
  return Array.from({ length: count }, (_, k) => {
    const wanted = (k * played) / count;
    const piece = pieces.findLast(({ before }) => before <= wanted + 1e-9) ?? pieces[0];
    if (!piece) return 0;
    const { at, rate, beats, log, before } = piece;
    const over = Math.max(0, wanted - before);
    const t = log === 0 ? over / rate : (beats * Math.log(1 + (over * log) / (rate * beats))) / log;
    return Math.round((at + t) * beatTicks) + 0;
  });
}

/** Grids that a smooth speed can stand on, in places a beat: straight and triplet in turn. */
const GRID_RATES = [1, 2, 3, 4, 6, 8, 12, 16, 24, 32];

/**
 * Places of a stream that ends at `end`, moved by a strength of 0 to 100 percent to the nearest place of the coarsest grid
 * that is as fast as the stream is there. Each place stays after the one before it and before the end.
 * @example snapped([0, 700, 1300, 1700], 1920, 960, 100) // => [0, 480, 1280, 1760]
 */
export function snapped(
  places: readonly number[],
  end: number,
  beatTicks: number,
  strength: number,
): number[] {
  if (strength === 0) return [...places];
  const out: number[] = [];
  places.forEach((at, i) => {
    const gap = (places[i + 1] ?? end) - at;
    const rate = GRID_RATES.find((one) => beatTicks / one <= gap) ?? beatTicks / gap;
    const place = (Math.round((at * rate) / beatTicks) * beatTicks) / rate;
    const moved = Math.round(at + ((place - at) * strength) / 100);
    out.push(Math.min(end - (places.length - i), Math.max((out.at(-1) ?? -1) + 1, moved)));
  });
  return out;
}

/** A stretch of a build-up at one speed: from one beat to another, at so many hits a beat. */
export interface Step {
  readonly from: number;
  readonly to: number;
  readonly rate: number;
}

/**
 * The steps of a build-up by doubling: `beats` at r0, 2r0, 4r0 … hits a beat, as many as bring the last one nearest to r1;
 * from r1 below r0 the rate halves. They are equally long, each turning on the beat that is nearest; where a step would be
 * shorter than a beat they turn between beats, which `stepsOnBeats` tells. Throws RangeError for rates or beats <= 0.
 * @example doublingStretches(14, 1, 8).map(({ from }) => from) // => [0, 4, 7, 11]
 */
export function doublingStretches(beats: number, r0: number, r1: number): readonly Step[] {
  if (!(beats > 0 && r0 > 0 && r1 > 0)) throw new RangeError('Beats and rates must be above 0.');
  const times = Math.round(Math.log2(r1 / r0));
  const count = Math.abs(times) + 1;
  const turn = (i: number) => {
    const even = (i * beats) / count;
    return i === count || beats < count ? even : Math.round(even);
  };
  return Array.from({ length: count }, (_, i) => ({
    from: turn(i),
    to: turn(i + 1),
    rate: r0 * 2 ** (i * Math.sign(times)),
  }));
}

/** True when every step begins on a beat. */
export function stepsOnBeats(steps: readonly Step[]): boolean {
  return steps.every(({ from }) => Number.isInteger(from));
}

type Speed = Pick<BuildRecipe, 'speed' | 'rate' | 'points' | 'snap'>;

/** The steps of a build-up by doubling over `beats` beats: those that were set, the last one cut short, or equal ones. */
export function stepsOf({ rate, points = [] }: Speed, beats: number, beatTicks: number): readonly Step[] {
  if (!points.length) return doublingStretches(beats, rate.from, rate.to);
  const begins = [{ at: 0, rate: rate.from }, ...onTheWay(points, beats, beatTicks)];
  return begins.map((begin, i) => ({
    from: begin.at,
    to: begins[i + 1]?.at ?? beats,
    rate: begin.rate,
  }));
}

/** The points that lie within `beats` beats, in beats. */
function onTheWay(points: NonNullable<Speed['points']>, beats: number, beatTicks: number): RateAt[] {
  return points.map(({ at, rate }) => ({ at: at / beatTicks, rate })).filter(({ at }) => at < beats);
}

/**
 * Places of hits that gather speed by doubling; in each stretch they stand on the even grid of its rate counted from the
 * start, so that no stretch breaks the pulse of the one before. Returns ticks, rounded.
 * @example doublingPlaces(4, 1, 2, 960) // => [0, 960, 1920, 2400, 2880, 3360]
 */
export function doublingPlaces(beats: number, r0: number, r1: number, beatTicks: number): number[] {
  return stepPlaces(doublingStretches(beats, r0, r1), beatTicks);
}

function stepPlaces(steps: readonly Step[], beatTicks: number): number[] {
  return steps.flatMap(({ from, to, rate }) => evenPlaces(from, to, rate, beatTicks));
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

/** True for a speed that goes from one rate to another, where the others keep to the first. */
export function changesRate(speed: BuildRecipe['speed']): boolean {
  return speed === 'smoothly' || speed === 'by doubling';
}

/** Two steady streams half a step apart; the second fades in. */
export interface Streams {
  readonly first: readonly number[];
  readonly second: readonly number[];
}

/** The places of a build-up's hits over `beats` beats, in ticks, rounded. */
export function placesOf(recipe: Speed, beats: number, beatTicks: number): Streams {
  const { speed, rate, points = [], snap = 0 } = recipe;
  const alone = (first: number[]): Streams => ({ first, second: [] });
  switch (speed) {
    case 'smoothly':
      return alone(
        snapped(
          points.length
            ? smoothThrough(
                [
                  { at: 0, rate: rate.from },
                  ...onTheWay(points, beats, beatTicks),
                  { at: beats, rate: rate.to },
                ],
                beatTicks,
              )
            : smoothPlaces(beats, rate.from, rate.to, beatTicks),
          beats * beatTicks,
          beatTicks,
          snap,
        ),
      );
    case 'by doubling':
      return alone(stepPlaces(stepsOf(recipe, beats, beatTicks), beatTicks));
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
export function overshoot(recipe: Speed, beats: number, beatTicks: number): number {
  const { speed, rate } = recipe;
  if (speed === 'smoothly') return 0;
  const last = speed === 'by doubling' ? stepsOf(recipe, beats, beatTicks).at(-1)?.rate : undefined;
  const perBeat = last ?? (speed === 'second voice' ? 2 * rate.from : rate.from);
  return Math.round((Math.ceil(beats * perBeat - 1e-9) / perBeat - beats) * beatTicks);
}

/** Speed of hits, in hits a second. */
export interface SpeedReport {
  readonly slowest: number;
  readonly fastest: number;
  /** The place in ticks from which on more than 20 a second come; null when they stay below. */
  readonly toneFrom: number | null;
}

/** Speed of hits at these places at a tempo, by the time from each to the next; `null` for fewer than two. */
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
