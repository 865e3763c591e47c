import fc from 'fast-check';
import { sowPlaces, type SowRule } from '../song/index.ts';
import { spread } from '../song/rule/sow/spread.ts';
import { after, smallSong } from '../testing/songs.ts';
import { GRIDS, meter } from '../time/index.ts';
import { resolve } from './resolve.ts';
import { sow } from './sow.ts';

const rules: fc.Arbitrary<SowRule> = fc.oneof(
  fc.record({
    rule: fc.constant('every' as const),
    grid: fc.constantFrom(...GRIDS),
    steps: fc.integer({ min: 1, max: 16 }),
    offset: fc.nat(15),
  }),
  fc.constant<SowRule>({ rule: 'on beats' }),
  fc.constant<SowRule>({ rule: 'between beats' }),
  fc.integer({ min: 1, max: 32 }).chain((steps) =>
    fc.record({
      rule: fc.constant('spread' as const),
      grid: fc.constantFrom(...GRIDS),
      hits: fc.integer({ min: 0, max: steps }),
      steps: fc.constant(steps),
      rotation: fc.nat(31),
    }),
  ),
  fc.record({
    rule: fc.constant('chance' as const),
    grid: fc.constantFrom(...GRIDS),
    percent: fc.nat(100),
    bias: fc.nat(100),
    seed: fc.nat(1000),
  }),
);

test('every rule names places in order, within the pattern, the same each time', () => {
  const meters = fc.constantFrom(meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8));
  fc.assert(
    fc.property(rules, meters, fc.constantFrom(480, 3360, 3840, 7680), (rule, m, length) => {
      const places = sowPlaces(rule, m, length);
      expect(places).toEqual([...new Set(places)].sort((a, b) => a - b));
      expect(places.every((at) => at >= 0 && at < length)).toBe(true);
      expect(sowPlaces(rule, m, length)).toEqual(places);
    }),
    { seed: 311 },
  );
});

test('spread plays exactly its hits, no two gaps differing by more than one step', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 32 }), fc.nat(31), fc.nat(31), (steps, pick, rotation) => {
      const hits = 1 + (pick % steps);
      const played = spread(hits, steps, rotation).flatMap((on, i) => (on ? [i] : []));
      expect(played).toHaveLength(hits);
      const gaps = played.map((at, i) => ((played[(i + 1) % hits] ?? at) - at + steps - 1) % steps);
      expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(1);
    }),
    { seed: 312 },
  );
});

test('beats of 7/8 are its 8ths, and between them the 16ths', () => {
  expect(sowPlaces({ rule: 'on beats' }, meter(7, 8), 3360)).toEqual([0, 480, 960, 1440, 1920, 2400, 2880]);
  expect(sowPlaces({ rule: 'between beats' }, meter(7, 8), 960)).toEqual([240, 720]);
});

test('full bias leaves weak places nearly bare, none treats all alike', () => {
  const count = (bias: number, weak: boolean) =>
    sowPlaces({ rule: 'chance', grid: 8, percent: 40, bias, seed: 3 }, meter(4, 4), 38400).filter(
      (at) => (at % 240 !== 0) === weak,
    ).length;
  expect(count(100, true)).toBeLessThan(count(0, true) / 2);
  expect(count(100, false)).toBeGreaterThan(count(0, false));
});

test('sowing leaves what sounds already, refuses an unknown row, and has nothing to do where all is taken', () => {
  const document = smallSong();
  const sowing = { voice: 'kick', rule: { rule: 'on beats' }, velocity: 80, pitch: 0 } as const;
  const next = after(document, sow(document, 'main', sowing));
  const kicks = resolve(next, 'main').hits.filter((one) => one.voice === 'kick');
  expect(kicks.map((one) => `${one.at} ${one.velocity}`)).toEqual(['0 100', '960 80', '1920 100', '2880 80']);
  expect(sow(next, 'main', sowing)).toBeNull();
  expect(sow(document, 'main', { ...sowing, voice: 'nobody' })).toEqual({ reason: 'That row is gone.' });
});
