import { occurrencePlaces } from '@plucky/core/form';
import { DEMO_SONGS } from '@plucky/songs/library';
import { linesOfSheet } from '../sheet-lines.ts';
import { barsInView, barsOf, lineScale, topOfBar } from './scale.ts';

const song = DEMO_SONGS['paper-lanterns']?.();
const places = song ? occurrencePlaces(song) : [];
const lines = song ? linesOfSheet(song, places) : [];
const scale = lineScale(lines, places, () => 50);

test('the whole song is on the map, and what is in view is told in its bars', () => {
  expect(barsOf(places)).toBe(72);
  expect(barsInView(scale, 0, 50 * lines.length)).toEqual({ from: 0, to: 72 });
  // Two lines of four bars each.
  expect(barsInView(scale, 0, 100)).toEqual({ from: 0, to: 8 });
  expect(barsInView(scale, 25, 50)).toEqual({ from: 2, to: 6 });
  expect(barsInView(scale, 1e6, 50)).toEqual({ from: 72, to: 72 });
});

test('a bar is found again where its line stands', () => {
  for (let top = 0; top < 50 * lines.length; top += 7)
    expect(topOfBar(scale, barsInView(scale, top, 50).from)).toBeCloseTo(top, 6);
});

test('a song without a form has nothing to scroll', () => {
  const empty = lineScale([], [], () => 50);
  expect(barsInView(empty, 0, 300)).toEqual({ from: 0, to: 0 });
  expect(topOfBar(empty, 3)).toBe(0);
});
