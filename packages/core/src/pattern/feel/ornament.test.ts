import fc from 'fast-check';
import { bentShare } from '../../song/index.ts';
import { hit, voice } from '../../testing/songs.ts';
import { GRIDS, meter } from '../../time/index.ts';
import { unevenness } from './humanise.ts';
import { rollCount, strokesOf } from './ornament.ts';
import { heardPlace, writtenPlace } from './place.ts';

const roll = { hits: 4, span: 960, velocity: 40, curve: 0, pitch: 0, pan: 0 };

test('a roll spreads its strokes evenly and leads velocity, pitch and pan', () => {
  const strokes = strokesOf(hit('snare', 960, { velocity: 100, roll: { ...roll, pitch: 3, pan: 30 } }));
  expect(strokes.map(({ at, velocity, pitch, pan }) => [at, velocity, pitch, pan])).toEqual([
    [960, 100, 0, -30],
    [1200, 80, 1, 30],
    [1440, 60, 2, -30],
    [1680, 40, 3, 30],
  ]);
});

test('a roll at a rate has a stroke for each whole step of its span', () => {
  const { hits: _, ...atRate } = roll;
  expect(rollCount({ ...atRate, grid: 8, span: 500 })).toBe(4);
  expect(
    strokesOf(hit('snare', 0, { roll: { ...atRate, grid: 6, span: 960 } })).map((one) => one.at),
  ).toEqual([0, 160, 320, 480, 640, 800]);
});

test('layers are the same stroke over some ms, panned from one side to the other', () => {
  const layered = { strokes: 3, ms: 24, pan: 60 };
  const strokes = strokesOf(hit('clap', 960, { velocity: 100, layered }));
  expect(strokes.map(({ at, early, velocity, pan }) => [at, early, velocity, pan])).toEqual([
    [960, 0, 100, -60],
    [960, -12, 100, 0],
    [960, -24, 100, 60],
  ]);
  // A roll takes their place.
  expect(strokesOf(hit('clap', 960, { layered, roll }))).toHaveLength(4);
});

test('a bent way starts and ends where a straight one does', () => {
  for (const curve of [-100, -30, 0, 60, 100]) {
    expect([bentShare(0, curve), bentShare(1, curve)]).toEqual([0, 1]);
  }
  expect(bentShare(0.5, 100)).toBeLessThan(0.5);
  expect(bentShare(0.5, -100)).toBeGreaterThan(0.5);
});

test.each([
  ['flam', [20]],
  ['drag', [40, 20]],
  ['ruff', [60, 40, 20]],
] as const)('a %s has its grace strokes before the hit, at a share of its velocity', (kind, early) => {
  const strokes = strokesOf(hit('snare', 480, { velocity: 90, flam: { kind, ms: 20, share: 50 } }));
  expect(strokes.slice(0, -1).map((one) => [one.early, one.velocity])).toEqual(early.map((ms) => [ms, 45]));
  expect(strokes.at(-1)).toMatchObject({ at: 480, early: 0, velocity: 90 });
});

test('what is heard can be written and is heard there again, to a tenth of a millisecond', () => {
  const meters = fc.constantFrom(meter(4, 4), meter(3, 4), meter(7, 8));
  const feel = fc.record({
    tempo: fc.integer({ min: 60, max: 200 }),
    meter: meters,
    swing: fc.record({
      amount: fc.integer({ min: 50, max: 70 }),
      unit: fc.constantFrom(8 as const, 16 as const),
    }),
  });
  fc.assert(
    fc.property(
      fc.nat(7000),
      fc.constantFrom(...GRIDS.filter((grid) => grid >= 4)),
      fc.integer({ min: -10, max: 10 }),
      feel,
      (tick, grid, offsetMs, one) => {
        const row = voice('snare', 38, { offsetMs });
        const written = writtenPlace(tick, row, grid, one, 7680);
        const heard = heardPlace(written.at, { ...hit('snare', written.at), ...written }, row, grid, one);
        const slack = (0.05 * 960 * one.tempo) / 60_000 + 1e-6;
        if (Math.abs(written.offsetMs) < 100) expect(Math.abs(heard - tick)).toBeLessThanOrEqual(slack);
        expect(written.at % (960 / grid)).toBe(0);
      },
    ),
    { seed: 321 },
  );
});

test('humanising is the same for the same occurrence, differs between two, and keeps within 2.5 spreads', () => {
  const spread = { ms: 6, velocity: 8, seed: 3 };
  const drawn = Array.from({ length: 400 }, (_, i) => unevenness(spread, 7, 'o1 0 a', `h${i}`));
  expect(drawn).toEqual(Array.from({ length: 400 }, (_, i) => unevenness(spread, 7, 'o1 0 a', `h${i}`)));
  expect(unevenness(spread, 7, 'o1 0 a', 'h')).not.toEqual(unevenness(spread, 7, 'o1 1 a', 'h'));
  expect(Math.max(...drawn.map((one) => Math.abs(one.ms)))).toBeLessThanOrEqual(15);
  const mean = drawn.reduce((sum, one) => sum + one.ms, 0) / drawn.length;
  const deviation = Math.sqrt(drawn.reduce((sum, one) => sum + (one.ms - mean) ** 2, 0) / drawn.length);
  expect(Math.abs(mean)).toBeLessThan(1);
  expect(deviation).toBeGreaterThan(5);
  expect(deviation).toBeLessThan(7);
});
