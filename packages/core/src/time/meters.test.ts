import { gridName, GRIDS, gridTicks, isTuplet } from './grid.ts';
import { isSameMeter, meter, meterName, pulses, shortBar, usualGroups } from './meter.ts';
import { lengthName } from './place.ts';
import { secondsAt, tickAtSeconds } from './tempo-map.ts';
import { isStrong, metricalWeight } from './weight.ts';

test.each([
  [1, 4, [1]],
  [3, 4, [3]],
  [3, 8, [3]],
  [4, 4, [2, 2]],
  [5, 4, [3, 2]],
  [5, 8, [3, 2]],
  [6, 4, [2, 2, 2]],
  [6, 8, [3, 3]],
  [7, 8, [2, 2, 3]],
  [9, 16, [3, 3, 3]],
])('the beats of %i/%i are felt in %p', (beats, unit, groups) =>
  expect(usualGroups(beats, unit)).toEqual(groups),
);

test('meters are alike when they are written alike', () => {
  expect(isSameMeter(meter(7, 8, [2, 2, 3]), meter(7, 8, [3, 2, 2]))).toBe(true);
  expect(isSameMeter(meter(3, 4), meter(4, 4))).toBe(false);
  expect(isSameMeter(meter(6, 8), meter(6, 4))).toBe(false);
});

test.each([
  [1920, 4, { beats: 2, unit: 4, groups: [2] }],
  [480, 4, { beats: 1, unit: 8, groups: [1] }],
  [1440, 8, { beats: 3, unit: 8, groups: [3] }],
  [960, 8, { beats: 2, unit: 8, groups: [2] }],
  [15, 4, { beats: 1, unit: 256, groups: [1] }],
  [7, 4, null],
] as const)('a bar of %i ticks where a bar is counted in 1/%i', (ticks, unit, short) =>
  expect(shortBar(ticks, meter(4, unit))).toEqual(short),
);

test('the pulse falls on the beats, in eighths on the groups', () => {
  expect(pulses(meter(4, 4))).toEqual([0, 960, 1920, 2880]);
  expect(pulses(meter(7, 8))).toEqual([0, 960, 1920]);
});

test('the groups of a meter are named where they are uneven', () => {
  expect(meterName(meter(6, 8))).toBe('6/8');
  expect(meterName(meter(3, 4))).toBe('3/4');
  expect(meterName(meter(5, 4))).toBe('5/4 (3+2)');
});

test('grids are straight or of tuplets, and named by their notes', () => {
  expect(GRIDS.filter(isTuplet)).toEqual([3, 6, 12, 5]);
  expect(GRIDS.map(gridName)).toEqual([
    'quarters',
    '8ths',
    '16ths',
    '32nds',
    '8th triplets',
    '16th triplets',
    '32nd triplets',
    'quintuplets',
  ]);
  expect(GRIDS.map(gridTicks)).toEqual([960, 480, 240, 120, 320, 160, 80, 192]);
});

test('places on finer grids weigh less, and those from a beat up are strong', () => {
  const four = meter(4, 4);
  expect([160, 640, 80, 1040, 119].map((tick) => metricalWeight(tick, four))).toEqual([
    0.2, 0.2, 0.1, 0.1, 0.05,
  ]);
  expect([0, 960, 1920, 480, 320].map((tick) => isStrong(tick, four))).toEqual([
    true,
    true,
    true,
    false,
    false,
  ]);
});

test('a length without a whole bar is told in beats, one without beats in bars', () => {
  expect(lengthName(0, meter(4, 4))).toBe('0 beats');
  expect(lengthName(3840 + 480, meter(4, 4))).toBe('1 bar 0.5 beats');
});

test('where a tempo begins, the time before it and the time after it meet', () => {
  const map = [
    { tick: 0, tempo: 120 },
    { tick: 960, tempo: 30 },
  ];
  expect([959, 960, 961].map((tick) => secondsAt(map, tick).toFixed(4))).toEqual([
    '0.4995',
    '0.5000',
    '0.5021',
  ]);
  expect([0.25, 0.5, 1.5].map((seconds) => tickAtSeconds(map, seconds))).toEqual([480, 960, 1440]);
});
