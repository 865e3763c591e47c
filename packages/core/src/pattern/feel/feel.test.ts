import fc from 'fast-check';
import { hit, voice } from '../../testing/songs.ts';
import { meter } from '../../time/index.ts';
import { accentAt, accentRaise } from './accent.ts';
import { unevenness } from './humanise.ts';
import { heardPlace } from './place.ts';
import { swingOffset } from './swing.ts';

const amount = fc.integer({ min: 50, max: 75 });
const unit = fc.constantFrom(8 as const, 16 as const);
const meters = fc.constantFrom(meter(4, 4), meter(3, 4), meter(5, 4), meter(6, 8), meter(7, 8));

test('swing of 66.7 percent puts the off-beat 16th on the triplet', () => {
  expect(swingOffset(240, { amount: 200 / 3, unit: 16 }, meter(4, 4))).toBeCloseTo(80, 9);
});

test('swing 50 moves nothing', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 20000 }), unit, meters, (tick, u, m) => {
      expect(swingOffset(tick, { amount: 50, unit: u }, m)).toBe(0);
    }),
    { seed: 21 },
  );
});

test('swing keeps the order of places, and every bar line and group start where it is', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 20000 }), amount, unit, meters, (tick, s, u, m) => {
      const swing = { amount: s, unit: u };
      const here = tick + swingOffset(tick, swing, m);
      const next = tick + 1 + swingOffset(tick + 1, swing, m);
      expect(next).toBeGreaterThan(here);
      const bar = (3840 * m.beats) / m.unit;
      expect(swingOffset(bar * 3, swing, m)).toBe(0);
    }),
    { seed: 22 },
  );
});

test('in 7/8 an 8th that has no partner in its group stays straight', () => {
  const swing = { amount: 66, unit: 8 } as const;
  const seven = meter(7, 8, [2, 2, 3]);
  expect(swingOffset(480, swing, seven)).toBeGreaterThan(0);
  expect(swingOffset(2880, swing, seven)).toBe(0);
  expect(swingOffset(3360 + 480, swing, seven)).toBe(swingOffset(480, swing, seven));
});

test('a triplet row takes no swing, and a voice takes its share', () => {
  const feel = { tempo: 120, meter: meter(4, 4), swing: { amount: 75, unit: 16 } } as const;
  const place = (grid: 4 | 6, share: number) =>
    heardPlace(240, hit('v', 240), voice('v', 38, { swingShare: share }), grid, feel);
  expect([place(4, 100), place(4, 50), place(4, 0), place(6, 100)]).toEqual([360, 300, 240, 240]);
});

test('early and late of voice and hit add up in milliseconds', () => {
  const feel = { tempo: 120, meter: meter(4, 4), swing: { amount: 50, unit: 16 } } as const;
  const place = heardPlace(960, hit('v', 960, { offsetMs: 5 }), voice('v', 38, { offsetMs: -10 }), 4, feel);
  expect(place).toBeCloseTo(960 - 5 * 1.92, 9);
});

test('an accent adds its own amount or the usual one, by the voice’s share', () => {
  const accents = [{ at: 0 }, { at: 960, amount: 40 }];
  expect([0, 480, 960].map((at) => accentAt(accents, 20, at))).toEqual([20, 0, 40]);
  expect(accentRaise(40, 25)).toBe(10);
});

test('what humanising draws for neighbours, by name of the hit, slot or seed, has nothing to do with one another', () => {
  const drawn = (name: (i: number) => readonly [seed: number, place: string, hit: string]) =>
    Array.from({ length: 2000 }, (_, i) => {
      const [seed, place, id] = name(i);
      return unevenness({ ms: 10, velocity: 10, seed }, 1, place, id).ms;
    });
  const together = (a: readonly number[], b: readonly number[]) => {
    const product = (x: readonly number[], y: readonly number[]) =>
      x.reduce((sum, one, i) => sum + one * (y[i] ?? 0), 0);
    return product(a, b) / Math.sqrt(product(a, a) * product(b, b));
  };
  const hits = drawn((i) => [3, 'o 0 s', `h${i}`]);
  const others = [
    hits.slice(1),
    drawn((i) => [3, 'o 0 s', `i${i}`]),
    drawn((i) => [3, 'o 1 s', `h${i}`]),
    drawn((i) => [3, 'o 0 t', `h${i}`]),
    drawn((i) => [4, 'o 0 s', `h${i}`]),
    drawn((i) => [3, 'o 0 s', `h${i}~3840`]),
  ];
  // Four standard errors of 2000 pairs without any bond.
  for (const other of others) expect(Math.abs(together(hits, other))).toBeLessThan(4 / Math.sqrt(2000));
});

test('humanising draws time and velocity each from its own spread', () => {
  const spreadOf = (values: readonly number[]) =>
    Math.sqrt(values.reduce((sum, one) => sum + one ** 2, 0) / values.length);
  const drawn = (ms: number, velocity: number) =>
    Array.from({ length: 2000 }, (_, i) => unevenness({ ms, velocity, seed: 3 }, 1, 'o', `h${i}`));
  const loud = drawn(0, 12);
  expect(spreadOf(loud.map(({ ms }) => ms))).toBe(0);
  // A normal distribution cut at 2.5 spreads has 0.95 of its spread.
  expect(spreadOf(loud.map(({ velocity }) => velocity)) / 12).toBeCloseTo(0.95, 1);
  expect(Math.max(...loud.map(({ velocity }) => Math.abs(velocity)))).toBeLessThanOrEqual(30);
  const late = drawn(8, 0);
  expect(spreadOf(late.map(({ velocity }) => velocity))).toBe(0);
  expect(spreadOf(late.map(({ ms }) => ms)) / 8).toBeCloseTo(0.95, 1);
});
