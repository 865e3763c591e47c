import { cutTimes, hitSounds, roundAt, roundsIn, soundsIn } from './times.ts';

const rounds = (count: number) => Array.from({ length: count }, (_, i) => i);

test.each([
  ['first', [0]],
  ['last', [5]],
  [{ every: 2, from: 1 }, [1, 3, 5]],
  [{ every: 3, from: 0 }, [0, 3]],
  [{ every: 4, from: 6 }, [2]],
] as const)('of six rounds %p sounds in %p', (times, sounding) =>
  expect(rounds(6).filter((round) => soundsIn(times, round, 6))).toEqual(sounding),
);

test('rounds are counted from where the pattern is begun', () => {
  expect([0, 1439, 1440, 3360].map((at) => roundAt(at, 480, 1920))).toEqual([0, 0, 1, 2]);
  expect([1, 1440, 1441, 3360, 3361].map((length) => roundsIn(length, 480, 1920))).toEqual([1, 1, 2, 2, 3]);
});

test('a hit sounds in its rounds of the layer, one without rounds in all', () => {
  const layer = { period: 960, start: 0, length: 2880 };
  const sounding = (times?: 'first' | 'last') =>
    [100, 1060, 2020].filter((at) => hitSounds({ at, ...(times ? { times } : {}) }, layer));
  expect([sounding(), sounding('first'), sounding('last')]).toEqual([[100, 1060, 2020], [100], [2020]]);
});

test('cut in two at any round, what sounds stays where it was', () => {
  const all = ['first', 'last', { every: 2, from: 0 }, { every: 2, from: 1 }, { every: 3, from: 2 }] as const;
  for (const times of [undefined, ...all])
    for (const cut of [1, 2, 4, 5]) {
      const { before, after } = cutTimes(times, cut, 6, false);
      const half = (of: typeof before, round: number, count: number) =>
        of === undefined || (of !== null && soundsIn(of, round, count));
      const sounding = rounds(6).filter((round) =>
        round < cut ? half(before, round, cut) : half(after, round - cut, 6 - cut),
      );
      expect([times, cut, sounding]).toEqual([
        times,
        cut,
        rounds(6).filter((round) => times === undefined || soundsIn(times, round, 6)),
      ]);
    }
});

test('a cut through the last round leaves it in both halves, one through the first in both too', () => {
  expect(cutTimes('last', 5, 6, true)).toEqual({ before: 'last', after: 'last' });
  expect(cutTimes('last', 4, 6, true)).toEqual({ before: null, after: 'last' });
  expect(cutTimes('first', 0, 6, true)).toEqual({ before: 'first', after: 'first' });
  expect(cutTimes('first', 1, 6, true)).toEqual({ before: 'first', after: null });
});
