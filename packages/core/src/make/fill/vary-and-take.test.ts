import { resolve } from '../../pattern/index.ts';
import { apply, documentOf, isChange, type Refusal, type SongDocument } from '../../song/index.ts';
import { hit, smallSong, voice } from '../../testing/songs.ts';
import { type Candidate, candidateOf } from './candidates.ts';
import { bestWindows, longTake, windowOf } from './long-take.ts';
import { USUAL_FILL } from './make.ts';
import { limbsOf } from './measure.ts';
import { conflictPlace, repairsFor } from './repair.ts';
import { moreLike, recipeOf, remakeAround } from './vary.ts';

const song: SongDocument = documentOf([
  ...Object.values(smallSong().records),
  voice('low', 41, { family: 'tom', place: { x: 45, y: 5 } }),
]);
const recipe = { ...USUAL_FILL, made: 'at random' as const, takeOver: 1920, values: [4] as const, seed: 9 };
/** The value, which is expected to be no refusal. */
function sure<T extends object>(value: T): Exclude<T, Refusal> {
  if ('reason' in value) throw new Error(String(value.reason));
  return value as Exclude<T, Refusal>;
}
const one = () => sure(candidateOf(song, 'main', recipe));
const places = ({ pattern }: Candidate) =>
  Object.values(pattern.own).map((each) => `${each.at} ${each.voice}`);

test('fills near one share most of its hits, and stay in its take-over', () => {
  const near = sure(moreLike(song, 'main', one(), 4, 6));
  expect(near).toHaveLength(6);
  for (const each of near) {
    const same = places(each).filter((place) => places(one()).includes(place)).length;
    expect(places(one()).length - same).toBeLessThanOrEqual(3);
    expect(Object.values(each.pattern.own).every((own) => own.at >= 1920 && own.at < 3840)).toBe(true);
  }
  expect(sure(moreLike(song, 'main', one(), 4, 6)).map(places)).toEqual(near.map(places));
});

test('beats that are locked stay while the rest is made anew', () => {
  const again = sure(remakeAround(song, 'main', one(), new Set([1]), 960, 77));
  const second = (candidate: Candidate) => places(candidate).filter((place) => parseInt(place, 10) >= 2880);
  expect(second(again).sort()).toEqual(second(one()).sort());
  expect(places(again).sort()).not.toEqual(places(one()).sort());
  expect(recipeOf(again).seed).toBe(77);
});

describe('a long take', () => {
  const take = sure(longTake(song, 'main', recipe, 8, 'take'));

  test('is as long as it should be, and no two bars of it are the same', () => {
    expect(take.pattern.length).toBe(8 * 3840);
    const bars = Array.from({ length: 8 }, (_, i) =>
      Object.values(take.pattern.own)
        .filter((each) => Math.floor(each.at / 3840) === i)
        .map((each) => `${each.at % 3840} ${each.voice}`)
        .join(),
    );
    expect(new Set(bars).size).toBe(8);
    expect(longTake(song, 'main', recipe, 8, 'take')).toEqual(take);
  });

  test('the best windows of a length lie apart, and land better than the usual one', () => {
    const best = bestWindows(song, 'main', recipe, take, 1920, 4);
    expect(best).toHaveLength(4);
    best.slice(1).forEach((each, i) => expect(each.from - (best[i]?.from ?? 0)).toBeGreaterThanOrEqual(960));
    const all = Array.from({ length: 30 }, (_, i) =>
      sure(windowOf(song, 'main', recipe, take, i * 960, 1920)),
    );
    const mean = all.reduce((sum, each) => sum + each.score, 0) / all.length;
    for (const each of best) expect(each.score).toBeGreaterThan(mean);
  });

  test('a window is a fill with just its hits, at the end of its bars', () => {
    const window = sure(windowOf(song, 'main', recipe, take, 4800, 1920));
    const inTake = Object.values(take.pattern.own)
      .filter((each) => each.at >= 4800 && each.at < 6720)
      .map((each) => `${each.at - 4800 + 1920} ${each.voice}`);
    expect(places(window.candidate).sort()).toEqual(inTake.sort());
    expect(window.candidate.pattern.length).toBe(3840);
  });

  test('windows that are too short, too long or outside are refused', () => {
    for (const [from, length] of [
      [0, 480],
      [0, 3 * 3840],
      [-960, 1920],
      [7.9 * 3840, 1920],
    ] as const)
      expect(windowOf(song, 'main', recipe, take, from, length)).toHaveProperty('reason');
  });
});

test('a conflict is named at its place and mended in one step, each way that helps', () => {
  const main = resolve(song, 'main').pattern;
  const crowded = {
    ...main,
    own: { ...main.own, t1: hit('tom', 960), h9: hit('hat', 960) },
  };
  const document: SongDocument = { records: { ...song.records, main: crowded } };
  const [conflict, ...more] = limbsOf(document, 'main').conflicts;
  expect(more).toEqual([]);
  expect(conflict).toMatchObject({ why: 'hands', by: 1 });
  if (!conflict) return;
  expect(conflictPlace(document, 'main', conflict)).toBe('bar 1, beat 2');
  const repairs = repairsFor(document, 'main', conflict);
  expect(repairs.map((each) => each.way)).toEqual(expect.arrayContaining(['move', 'drop']));
  for (const { outcome } of repairs)
    if (isChange(outcome)) expect(limbsOf(apply(document, outcome).document, 'main').conflicts).toEqual([]);
});
