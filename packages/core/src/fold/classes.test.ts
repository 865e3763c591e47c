import { classesOf, distinctOf } from './classes.ts';
import { contentOf, unlike } from './content.ts';

const stretch = (...places: readonly number[]) =>
  contentOf(
    places.map((at) => ({ row: 0, at, velocity: 90, length: 120, offsetMs: 0 })),
    3840,
  );
const often = stretch(0, 960, 1920, 2880);
const more = stretch(0, 960, 1920, 2400, 2880);
const distinct = distinctOf([often, often, more]);

test('stretches are of one kind up to the tolerance, itself included, and of two beyond it', () => {
  const far = unlike(often, more);
  // One hit that comes, of four and a half.
  expect(far).toBeCloseTo(1 / 4.5, 9);
  expect(classesOf(distinct, 3, far).classOf).toEqual([0, 0, 0]);
  expect(classesOf(distinct, 3, far - 1e-9).classOf).toEqual([0, 0, 1]);
  expect(classesOf(distinct, 3, 0).contents).toEqual([often, more]);
});

test('of two kinds that are near enough the nearer one is taken; stretches of two lengths are never of one kind', () => {
  const third = stretch(0, 960, 1920, 2400, 2640, 2880);
  const kinds = distinctOf([often, often, often, third, third, stretch(0, 960, 1920, 2400, 2640)]);
  expect(classesOf(kinds, 6, 0.35).classOf).toEqual([0, 0, 0, 1, 1, 1]);
  const short = contentOf([...often.hits], 1920);
  expect(classesOf(distinctOf([often, short]), 2, 1).classOf).toEqual([0, 1]);
});
