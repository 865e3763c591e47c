import { FAMILIES } from '@plucky/core/song';
import { stemPaths, type StemShape } from './stems.tsx';

const stem = (fields: Partial<StemShape> = {}): StemShape => ({
  x: 100,
  base: 40,
  height: 20,
  origin: 'own',
  ...fields,
});
const strokes = (path: string) => path.match(/M/g)?.length ?? 0;

test.each(FAMILIES)('a %s has a stem from its foot to its head, one for each hit', (family) => {
  const paths = stemPaths(family, [stem(), stem({ x: 200 })]);
  expect(paths.ownStems).toBe('M100 40V20M200 40V20');
  expect(strokes(paths.ownHeads)).toBe(2);
});

test('no two families but hats and cymbals have one head', () => {
  const heads = FAMILIES.map((family) => stemPaths(family, [stem()]).ownHeads);
  expect(heads[FAMILIES.indexOf('hat')]).toBe(heads[FAMILIES.indexOf('cymbal')]);
  expect(heads[FAMILIES.indexOf('tom')]).toBe(heads[FAMILIES.indexOf('note')]);
  expect(new Set(heads).size).toBe(FAMILIES.length - 2);
});

test('own and changed are drawn alike, followed and silenced each by itself, and silenced ones are struck out', () => {
  const paths = stemPaths('snare', [
    stem({ origin: 'own' }),
    stem({ origin: 'changed' }),
    stem({ origin: 'followed' }),
    stem({ origin: 'silenced', accented: true }),
  ]);
  expect([paths.ownStems, paths.followedStems, paths.silencedStems, paths.slashes].map(strokes)).toEqual([
    2, 1, 1, 1,
  ]);
  expect(paths.accents).toBe('');
});

test('what is chosen, accented, held or rolled is drawn besides', () => {
  const paths = stemPaths('note', [
    stem({ chosen: true, accented: true, tail: 30, strokes: [{ x: 110, height: 12 }] }),
    stem({ x: 200, tail: 1 }),
  ]);
  expect([paths.chosen, paths.accents, paths.ownTails, paths.strokes].map(strokes)).toEqual([1, 1, 1, 1]);
  expect(paths.ownTails).toBe('M100 40h28');
  expect(paths.strokes).toBe('M110 40v-12');
});
