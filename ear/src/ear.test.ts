import { kitVoices, offeredSteps, USUAL_KIT } from '@plucky/core/pattern';
import { dressFigures, randomSong } from './dress.ts';
import { driveFigures } from './drive.ts';
import { dressFaults, driveFaults, fillFaults, playerFaults, turnFaults } from './faults.ts';
import { atTempo, fillFigures, type Span, SPANS } from './fills.ts';
import { GROOVE, GROOVES, IN_FOUR } from './grooves.ts';
import { canPlay } from './limbs.ts';
import { playerFigures } from './player.ts';
import { turnFigures } from './turn-arounds.ts';

const song = (name: string) => {
  const found = GROOVES[name];
  if (!found) throw new Error(`no groove ${name}`);
  return found;
};

test.each(Object.keys(SPANS) as Span[])(
  'twelve fills of %s differ in rhythm and kind, breathe, rise, end and can be played',
  (span) => {
    const cases = [
      [song('plain-walk'), 3],
      [atTempo(song('late-tram'), 170), 8],
      [song('seven-gates'), 21],
    ] as const;
    for (const [document, seed] of cases) {
      const figures = fillFigures(document, GROOVE, span, seed);
      expect({ seed, faults: fillFaults(figures, span) }).toEqual({ seed, faults: [] });
    }
  },
);

test('turn-arounds of every groove keep the backbeat and the first kick, differ, and can be played', () => {
  const faults = Object.entries(GROOVES).map(([name, document]) => ({
    name,
    faults: turnFaults(turnFigures(document, GROOVE, 8), IN_FOUR.includes(name)),
  }));
  expect(faults.filter((one) => one.faults.length)).toEqual([]);
});

test('a player keeps to the bounds, and what is struck together stays together', () => {
  const faults = Object.entries(GROOVES).flatMap(([name, document]) =>
    [1, 2, 3].flatMap((seed) =>
      playerFaults(playerFigures(document, GROOVE, seed)).map((one) => `${name}, seed ${seed}: ${one}`),
    ),
  );
  expect(faults).toEqual([]);
});

test('at the top of drive no groove becomes a wall, and no drum is struck twice at one place', () => {
  const faults = Object.entries(GROOVES).flatMap(([name, document]) =>
    driveFaults(driveFigures(document, GROOVE)).map((one) => `${name}: ${one}`),
  );
  expect(faults).toEqual([]);
});

test('planned ends leave no bar empty, ends of sections are fills or drop-outs, and what is not planned says why', () => {
  const figures = Array.from({ length: 24 }, (_, i) => dressFigures(randomSong(i), i));
  expect(figures.reduce((sum, { strong }) => sum + strong, 0)).toBeGreaterThan(40);
  expect(dressFaults(figures)).toEqual([]);
});

test('most grooves are offered twelve variations or more that are one step away, and none fewer than eight', () => {
  const counts = Object.values(GROOVES).map(
    (document) => offeredSteps(document, GROOVE, 0, 40).filter(({ reason }) => reason === null).length,
  );
  expect(Math.min(...counts)).toBeGreaterThanOrEqual(8);
  expect(counts.filter((count) => count >= 12).length).toBeGreaterThanOrEqual(counts.length - 1);
});

test('the same recipe makes the same fills, and each kind alone makes fills of its own', () => {
  const of = (seed: number) => fillFigures(song('plain-walk'), GROOVE, '1 bar', seed);
  expect(of(5)).toEqual(of(5));
  const alone = fillFigures(song('plain-walk'), GROOVE, '1 bar', 5, { kinds: ['stabs'] });
  expect(alone.kinds).toBe(1);
  expect(alone.shown).toBeGreaterThan(3);
});

test('a strict check refuses three hands, a hand that is too late, and a foot that runs', () => {
  const kit = kitVoices('drums', USUAL_KIT);
  const on = (sound: string, ...times: readonly number[]) =>
    times.flatMap((ms) =>
      kit.filter((voice) => voice.sound === sound).map((voice) => ({ ms, voice, graced: false })),
    );
  expect(canPlay([...on('snare', 0), ...on('crash', 0), ...on('kick', 0)])).toBe(true);
  expect(canPlay([...on('snare', 0), ...on('crash', 0), ...on('low-tom', 0)])).toBe(false);
  expect(canPlay(on('snare', 0, 60, 120, 180, 240))).toBe(true);
  expect(canPlay(on('snare', 0, 30, 60, 90, 120))).toBe(false);
  expect(canPlay(on('kick', 0, 150, 300))).toBe(true);
  expect(canPlay(on('kick', 0, 130, 260))).toBe(false);
  expect(canPlay([...on('low-tom', 0), ...on('snare', 0), ...on('crash', 200)])).toBe(false);
});

test('what falls short is said in words', () => {
  const figures = {
    ...fillFigures(song('plain-walk'), GROOVE, '1 bar', 3),
    rhythms: 4,
    airy: 0,
    playable: 9,
  };
  expect(fillFaults(figures, '1 bar')).toEqual([
    '4 rhythms, at least 9',
    '0 of 12 hold air, a quarter to a half',
    '9 playable, at least 10',
  ]);
});
