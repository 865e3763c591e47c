import fc from 'fast-check';
import { GRIDS, gridTicks, snap, snapDown } from './grid.ts';
import { barTicks, groupStarts, meter, meterName, usualGroups } from './meter.ts';
import { lengthName, placeName } from './place.ts';
import { msToTicks, ticksToMs } from './ticks.ts';
import { metricalWeight } from './weight.ts';

test.each([
  [4, 4, 3840],
  [3, 4, 2880],
  [5, 4, 4800],
  [6, 8, 2880],
  [7, 8, 3360],
] as const)('a bar of %i/%i lasts %i ticks', (beats, unit, ticks) =>
  expect(barTicks(meter(beats, unit))).toBe(ticks),
);

test('every grid step is a whole number of ticks', () => {
  for (const grid of GRIDS) expect(Number.isInteger(gridTicks(grid))).toBe(true);
});

test('groups add up to the beats of the bar, whatever the meter', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 32 }), fc.constantFrom(2, 4, 8, 16), (beats, unit) => {
      expect(usualGroups(beats, unit).reduce((a, b) => a + b, 0)).toBe(beats);
    }),
    { seed: 11 },
  );
});

test('groups of 7/8 start where they are counted', () => {
  expect(groupStarts(meter(7, 8, [2, 2, 3]))).toEqual([0, 960, 1920]);
  expect(groupStarts(meter(7, 8, [3, 2, 2]))).toEqual([0, 1440, 2400]);
  expect(meterName(meter(7, 8, [3, 2, 2]))).toBe('7/8 (3+2+2)');
  expect(meterName(meter(4, 4))).toBe('4/4');
});

test('milliseconds and ticks are each other’s inverse', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 20, max: 400 }), (ticks, tempo) => {
      expect(msToTicks(ticksToMs(ticks, tempo), tempo)).toBeCloseTo(ticks, 6);
    }),
    { seed: 12 },
  );
});

test('snapping lands on the grid, at most half a step away, and leaves grid places alone', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 61440 }), fc.constantFrom(...GRIDS), (tick, grid) => {
      const snapped = snap(tick, grid);
      expect(snapped % gridTicks(grid)).toBe(0);
      expect(Math.abs(snapped - tick) * 2).toBeLessThanOrEqual(gridTicks(grid));
      expect(snap(snapped, grid)).toBe(snapped);
      expect(snapDown(tick, grid)).toBeLessThanOrEqual(tick);
    }),
    { seed: 13 },
  );
});

test('metrical weight falls from the bar line to places off every grid', () => {
  const four = meter(4, 4);
  expect([0, 1920, 960, 480, 240, 320, 120, 7].map((tick) => metricalWeight(tick, four))).toEqual([
    1, 0.8, 0.6, 0.4, 0.25, 0.2, 0.1, 0.05,
  ]);
  expect(metricalWeight(3360 + 960, meter(7, 8))).toBe(0.8);
});

test('places and lengths are named in the bars and beats of their meter', () => {
  expect(placeName(3360 + 960, meter(7, 8))).toBe('bar 2, beat 3');
  expect(placeName(5, meter(4, 4))).toBe('bar 1, beat 1 +5');
  expect(lengthName(3840 * 2, meter(4, 4))).toBe('2 bars');
  expect(lengthName(960, meter(4, 4))).toBe('1 beat');
  expect(lengthName(1440, meter(7, 8))).toBe('3 beats');
});
