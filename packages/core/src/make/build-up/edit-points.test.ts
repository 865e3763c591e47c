import type { BuildRecipe } from '../../song/index.ts';
import { addPoint, movePoint, pointsOf } from './edit-points.ts';
import { USUAL_BUILD } from './starters.ts';

const BEAT = 960;
const recipe: BuildRecipe = {
  ...USUAL_BUILD,
  voice: 'snare',
  second: null,
  lasts: 16 * BEAT,
  speed: 'by doubling',
  rate: { from: 1, to: 8 },
};
const beats = (points: readonly { readonly at: number; readonly rate: number }[]) =>
  points.map(({ at, rate }) => [at / BEAT, rate]);

test('steps by doubling can be taken hold of before anyone has set them', () => {
  expect(beats(pointsOf(recipe, BEAT))).toEqual([
    [4, 2],
    [8, 4],
    [12, 8],
  ]);
  expect(pointsOf({ ...recipe, speed: 'smoothly' }, BEAT)).toEqual([]);
  expect(pointsOf({ ...recipe, speed: 'steady' }, BEAT)).toEqual([]);
});

test('a point is moved to a beat, no farther than those beside it and the end', () => {
  const moved = (i: number, at: number, rate = 2) =>
    beats(movePoint(recipe, BEAT, i, { at: at * BEAT, rate }))[i];
  expect(moved(0, 2.4)).toEqual([2, 2]);
  expect(moved(0, 99)).toEqual([7, 2]);
  expect(moved(2, 99, 99)).toEqual([15, 32]);
  expect(moved(1, 0, 0)).toEqual([5, 0.25]);
  expect(movePoint(recipe, BEAT, 7, { at: 0, rate: 1 })).toEqual(pointsOf(recipe, BEAT));
});

test('points are added where the way is longest, up to eight with both ends', () => {
  let smooth: BuildRecipe = { ...recipe, speed: 'smoothly', rate: { from: 1, to: 4 } };
  for (let i = 0; i < 6; i++) {
    const points = addPoint(smooth, BEAT);
    if ('reason' in points) throw new Error(points.reason);
    smooth = { ...smooth, points: [...points] };
  }
  expect(smooth.points?.map(({ at }) => at / BEAT)).toEqual([2, 4, 6, 8, 10, 12]);
  expect(addPoint(smooth, BEAT)).toEqual({
    reason: 'A speed has at most 8 points, its start and end among them.',
  });
  expect(addPoint({ ...recipe, speed: 'smoothly', lasts: BEAT }, BEAT)).toEqual({
    reason: 'There is no beat left for another point.',
  });
});
