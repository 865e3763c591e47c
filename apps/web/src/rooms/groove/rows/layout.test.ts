import { baseOf, layOut, stemHeight, velocityAt } from './layout.ts';

test('a velocity line means the velocities whose stems it touches', () => {
  const layout = layOut({ width: 900, height: 500 }, 13, 7680, 0);
  for (const velocity of [1, 40, 90, 127])
    expect(velocityAt(layout, stemHeight(layout, velocity))).toBeCloseTo(velocity, 6);
  expect(velocityAt(layout, -50)).toBe(1);
  expect(velocityAt(layout, 500)).toBe(127);
  expect(baseOf(layout, 0)).toBe(layout.rowHeight - 1);
});
