import type { ResolvedHit } from '../song/index.ts';
import { hit } from '../testing/songs.ts';
import { meter } from '../time/index.ts';
import { alikeHits } from './alike.ts';

/** Two bars of 8ths on the hat, the beats harder, and a snare. */
const hits: ResolvedHit[] = [
  ...Array.from({ length: 16 }, (_, i) => ({
    ...hit('hat', i * 480),
    id: `h${i}`,
    velocity: i % 2 ? 60 : 90,
    origin: 'own' as const,
  })),
  { ...hit('snare', 960), id: 's', velocity: 90, origin: 'own' },
];
const like = (chosen: string[], likeness: Parameters<typeof alikeHits>[2]) =>
  alikeHits(hits, new Set(chosen), likeness, meter(4, 4));

test('hits as hard as the chosen ones are found on their rows and on no other', () => {
  expect(like(['h0'], 'velocity')).toEqual(['h0', 'h2', 'h4', 'h6', 'h8', 'h10', 'h12', 'h14']);
  expect(like(['h0', 'h1'], 'velocity')).toHaveLength(16);
});

test('the same place in the bar is found in every bar', () => {
  expect(like(['h3'], 'place')).toEqual(['h3', 'h11']);
  expect(like(['h3', 's'], 'place')).toEqual(['h3', 'h11', 's']);
});

test('every other goes on from one, and takes its way among several', () => {
  expect(like(['h10'], 'every other')).toEqual(['h10', 'h12', 'h14']);
  expect(like(['h1', 'h3', 'h5', 'h7', 's'], 'every other')).toEqual(['h1', 'h5', 's']);
});

test('nothing is alike where nothing is chosen', () => {
  expect(like(['gone'], 'velocity')).toEqual([]);
});
