import fc from 'fast-check';
import { smoothPlaces } from './speed.ts';

test('hits gather speed: gaps only shrink, the first is at 0 and the one after the last would be the landing', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 4, max: 64 }),
      fc.double({ min: 0.5, max: 2, noNaN: true }),
      fc.integer({ min: 3, max: 8 }),
      (beats, r0, times) => {
        const beat = 960_000;
        const places = smoothPlaces(beats, r0, r0 * times, beat);
        const gaps = [...places.slice(1), beats * beat].map((at, i) => at - (places[i] ?? 0));
        expect(places[0]).toBe(0);
        gaps.slice(1).forEach((gap, i) => expect(gap).toBeLessThan(gaps[i] ?? 0));
      },
    ),
    { seed: 51 },
  );
});

test('the count is what the rates promise', () => {
  // r0*T*(q-1)/ln q = 1*16*7/ln 8 = 53.86
  expect(smoothPlaces(16, 1, 8, 960)).toHaveLength(54);
  expect(() => smoothPlaces(4, 0, 1, 960)).toThrow(RangeError);
});
