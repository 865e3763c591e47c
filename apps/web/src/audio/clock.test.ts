import fc from 'fast-check';
import { type Clock, dueBetween, placeAt, runningTick, timeOf } from './clock.ts';

const clock = (fields: Partial<Clock> = {}): Clock => ({
  time: 10,
  tick: 0,
  tempos: [{ tick: 0, tempo: 120 }],
  length: 3840,
  loops: true,
  ...fields,
});

test('at 120 a quarter note lasts half a second', () => {
  expect(timeOf(clock(), 960)).toBe(10.5);
  expect(runningTick(clock(), 10.25)).toBe(480);
});

test('the place goes round in a loop and ends without one', () => {
  expect(placeAt(clock(), 12.5)).toBe(960);
  expect(placeAt(clock({ loops: false }), 11)).toBe(1920);
  expect(placeAt(clock({ loops: false }), 12.5)).toBeNull();
});

test('a loop that slows takes as long each round, and its places come when the tempos say', () => {
  const slowing = clock({
    tempos: [
      { tick: 0, tempo: 120 },
      { tick: 1920, tempo: 60 },
    ],
  });
  // Two quarters of half a second, two of a second: a round of 3 s.
  expect([0, 1920, 2880, 3840, 3840 + 2880].map((tick) => timeOf(slowing, tick))).toEqual([
    10, 11, 12, 13, 15,
  ]);
  expect([10, 11.5, 13.5].map((time) => placeAt(slowing, time))).toEqual([0, 2400, 960]);
  expect(runningTick({ ...slowing, tick: 2880 }, 11)).toBe(3840);
  expect(timeOf({ ...slowing, tick: -960 }, 0)).toBe(10.5);
});

test('every event falls due exactly once, however the time is cut into pieces', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.nat(3839), { maxLength: 20 }),
      fc.array(fc.double({ min: 1, max: 5000, noNaN: true }), { minLength: 1, maxLength: 12 }),
      fc.boolean(),
      (unsorted, pieces, loops) => {
        const ticks = unsorted.sort((a, b) => a - b);
        const running = clock({ loops });
        let from = 0;
        const due = pieces.flatMap((piece) => {
          const found = dueBetween(ticks, running, from, from + piece);
          from += piece;
          return found.map((one) => one.tick);
        });
        const rounds = loops ? Math.ceil(from / 3840) : 1;
        const expected = Array.from({ length: rounds }, (_, i) =>
          ticks.map((tick) => tick + i * 3840),
        ).flat();
        expect(due).toEqual(expected.filter((tick) => tick < from));
      },
    ),
    { seed: 81 },
  );
});

test('nothing falls due in an empty stretch', () => {
  expect(dueBetween([0], clock({ length: 0 }), 0, 100)).toEqual([]);
});
