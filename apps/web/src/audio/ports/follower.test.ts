import { ClockFollower, type Followed } from './follower.ts';

/** Clocks of a tempo, each late by up to so many ms, drawn in a fixed order. */
function clocks(follower: ClockFollower, tempo: number, count: number, late: number, from = 0): Followed[] {
  const out: Followed[] = [];
  for (let i = 0; i < count; i++) {
    const exact = from + (i * 60_000) / tempo / 24;
    const said = follower.take([0xf8], exact + (late * ((i * 7919) % 101)) / 101);
    if (said) out.push(said);
  }
  return out;
}

test('tempo and place of another clock are told within a hair, though its messages come unevenly', () => {
  const follower = new ClockFollower();
  expect(follower.take([0xfa], 0)).toBeNull();
  const said = clocks(follower, 132, 96, 4);
  const last = said.at(-1);
  if (!last?.runs) throw new Error('it does not run');
  expect(Math.abs(last.tempo - 132)).toBeLessThan(0.7);
  expect(last.tick).toBe(95 * 40);
  const exact = (95 * 60_000) / 132 / 24;
  // The average lateness stays, since nobody can tell it.
  expect(Math.abs(last.time - exact - 2)).toBeLessThan(1);
});

test('it goes on from a song position, follows another tempo, and stops', () => {
  const follower = new ClockFollower();
  expect(clocks(follower, 120, 10, 0)).toEqual([]);
  follower.take([0xf2, 16, 1], 0);
  follower.take([0xfb], 0);
  const [first] = clocks(follower, 120, 96, 0);
  expect(first).toMatchObject({ runs: true, tick: (16 + 128) * 240 + 5 * 40 });
  const later = clocks(follower, 90, 60, 0, 2000).at(-1);
  expect(later?.runs && later.tempo).toBeCloseTo(90, 6);
  expect(follower.take([0xfc], 9000)).toEqual({ runs: false });
  expect(follower.take([0xf8], 9001)).toBeNull();
});
