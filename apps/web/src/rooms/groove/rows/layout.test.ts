import {
  baseOf,
  fullHeight,
  heightOf,
  layOut,
  rowAtHeight,
  stemHeight,
  topOf,
  velocityAt,
} from './layout.ts';

const FRAME = { width: 900, height: 500 };
const rows = (tall: number, small: number) => [
  ...Array.from({ length: tall }, () => true),
  ...Array.from({ length: small }, () => false),
];

test('a velocity line means the velocities whose stems it touches', () => {
  const layout = layOut(FRAME, rows(3, 10), 7680, 0);
  for (const row of [0, 2, 3, 12])
    for (const velocity of [1, 40, 90, 127])
      expect(velocityAt(layout, row, stemHeight(layout, row, velocity))).toBeCloseTo(velocity, 6);
  expect(velocityAt(layout, 0, -50)).toBe(1);
  expect(velocityAt(layout, 0, 500)).toBe(127);
  expect(baseOf(layout, 0)).toBe(heightOf(layout, 0) - 1);
});

test('rows that play are 56 to 72 px tall, the others small; where none stands out all are alike', () => {
  for (const [tall, small] of [
    [3, 10],
    [6, 0],
    [9, 4],
    [13, 0],
  ] as const) {
    const layout = layOut(FRAME, rows(tall, small), 7680, 0);
    const heights = rows(tall, small).map((_, row) => heightOf(layout, row));
    for (const height of heights.slice(0, tall)) {
      expect(height).toBeGreaterThanOrEqual(56);
      expect(height).toBeLessThanOrEqual(72);
    }
    expect(new Set(heights.slice(tall)).size).toBeLessThan(2);
    expect(Math.max(0, ...heights.slice(tall))).toBeLessThan(56);
  }
  const alike = layOut(FRAME, rows(0, 13), 7680, 0);
  expect(new Set(rows(0, 13).map((_, row) => heightOf(alike, row))).size).toBe(1);
});

test('a height belongs to the row that is drawn there', () => {
  const layout = layOut(FRAME, rows(3, 10), 7680, 0);
  for (let row = 0; row < 13; row++) {
    expect(rowAtHeight(layout, topOf(layout, row))).toBe(row);
    expect(rowAtHeight(layout, baseOf(layout, row))).toBe(row);
  }
  expect(rowAtHeight(layout, -1)).toBe(-1);
  expect(rowAtHeight(layout, fullHeight(layout))).toBe(-1);
});
