import fc from 'fast-check';
import { secondsAt, tempoAt, type TempoMap, tickAtSeconds } from './tempo-map.ts';

const slowing: TempoMap = [
  { tick: 0, tempo: 120 },
  { tick: 960, tempo: 60 },
  { tick: 1920, tempo: 30 },
];

test('each stretch lasts by its own tempo', () => {
  expect([-960, 0, 480, 960, 1440, 1920, 2880].map((tick) => secondsAt(slowing, tick))).toEqual([
    -0.5, 0, 0.25, 0.5, 1, 1.5, 3.5,
  ]);
  expect([-1, 0, 959, 960, 5000].map((tick) => tempoAt(slowing, tick))).toEqual([120, 120, 120, 60, 30]);
  expect(() => tempoAt([], 0)).toThrow(RangeError);
});

test('the place at a time is the one whose time it is', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({ step: fc.integer({ min: 1, max: 5000 }), tempo: fc.integer({ min: 20, max: 400 }) }),
        {
          maxLength: 12,
        },
      ),
      fc.integer({ min: -2000, max: 40_000 }),
      (steps, tick) => {
        let at = 0;
        const map = [
          { tick: 0, tempo: 97 },
          ...steps.map(({ step, tempo }) => ({ tick: (at += step), tempo })),
        ];
        expect(tickAtSeconds(map, secondsAt(map, tick))).toBeCloseTo(tick, 5);
      },
    ),
    { seed: 31 },
  );
});
