import { type BuildRecipe, MOST_POINTS, RATES, type Refusal } from '../../song/index.ts';
import { changesRate, stepsOf } from './speed.ts';

type Point = NonNullable<BuildRecipe['points']>[number];

const withinRates = (rate: number) => Math.min(RATES.most, Math.max(RATES.least, rate));

/** Length of a build-up before its silence, in ticks. */
function playsFor({ lasts, silence }: BuildRecipe): number {
  return lasts - silence;
}

/**
 * The points of a speed between its start and end, those of steps by doubling that nobody has set among them; in ticks.
 * A speed that keeps to one rate has none.
 */
export function pointsOf(recipe: BuildRecipe, beatTicks: number): readonly Point[] {
  const { speed, points = [] } = recipe;
  if (!changesRate(speed)) return [];
  const plays = playsFor(recipe);
  if (points.length || speed === 'smoothly') return points.filter(({ at }) => at < plays);
  return stepsOf(recipe, plays / beatTicks, beatTicks)
    .slice(1)
    .map(({ from, rate }) => ({ at: Math.round(from * beatTicks), rate }));
}

/**
 * The points with one moved along and to another rate: to the nearest beat, between the points beside it, and held to the
 * rates that there are. A point that is not there changes nothing.
 */
export function movePoint(recipe: BuildRecipe, beatTicks: number, i: number, to: Point): readonly Point[] {
  const points = pointsOf(recipe, beatTicks);
  const first = points[i - 1]?.at ?? 0;
  const last = points[i + 1]?.at ?? playsFor(recipe);
  const onBeat = Math.round(to.at / beatTicks) * beatTicks;
  const least = (Math.floor(first / beatTicks) + 1) * beatTicks;
  const most = (Math.ceil(last / beatTicks) - 1) * beatTicks;
  const before = points[i];
  if (!before) return points;
  const at = least > most ? before.at : Math.min(most, Math.max(least, onBeat));
  return points.with(i, { at, rate: withinRates(to.rate) });
}

/**
 * The points with one more, on a beat in the middle of the longest way between two, at the rate that is half-way there;
 * of steps the new one is twice as fast as the one that it cuts. Refused where there is no beat left, or no room for more.
 */
export function addPoint(recipe: BuildRecipe, beatTicks: number): readonly Point[] | Refusal {
  const points = pointsOf(recipe, beatTicks);
  if (points.length >= MOST_POINTS)
    return { reason: `A speed has at most ${MOST_POINTS + 2} points, its start and end among them.` };
  const { rate, speed } = recipe;
  const all = [{ at: 0, rate: rate.from }, ...points, { at: playsFor(recipe), rate: rate.to }];
  const ways = all
    .slice(1)
    .map((end, i) => ({ i, start: all[i] ?? end, end, long: end.at - (all[i]?.at ?? 0) }));
  const longest = ways.reduce((best, one) => (one.long > best.long ? one : best));
  const { start, end, i } = longest;
  const at = Math.round((start.at + end.at) / 2 / beatTicks) * beatTicks;
  if (at <= start.at || at >= end.at) return { reason: 'There is no beat left for another point.' };
  const between = speed === 'by doubling' ? start.rate * 2 : Math.sqrt(start.rate * end.rate);
  return points.toSpliced(i, 0, { at, rate: withinRates(Math.round(between * 4) / 4) });
}
