import type { BarFigures } from './course.ts';
import { layOver } from './laid-over.ts';

const section = { id: 's', kind: 'section', name: 'S', role: 'verse', slots: [] } as const;
const course = [
  ['a', 2, 1],
  ['a', 4, 2],
  ['b', 2, 1],
  ['b', 6, 5],
  ['b', 1, 9],
].map(
  ([occurrence, hits, loudness], i) => ({ bar: i + 1, occurrence, section, hits, loudness }) as BarFigures,
);

test('two places are laid over each other from their first bars, with their means and where they are farthest apart', () => {
  const laid = layOver(course, ['a'], ['b']);
  expect(laid?.first.map(({ bar }) => bar)).toEqual([1, 2]);
  expect(laid?.second.map(({ bar }) => bar)).toEqual([3, 4, 5]);
  expect(laid?.means).toEqual([
    { hits: 3, loudness: 1.5 },
    { hits: 3, loudness: 5 },
  ]);
  // The third bar of the second has nothing beside it.
  expect(laid?.farthest).toBe(2);
});

test('a place laid over itself differs nowhere, and none is laid over what has no bars', () => {
  expect(layOver(course, ['a'], ['a'])?.farthest).toBeNull();
  expect(layOver(course, ['a'], ['gone'])).toBeNull();
});
