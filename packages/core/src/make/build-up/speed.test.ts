import fc from 'fast-check';
import {
  doublingPlaces,
  doublingStretches,
  evenPlaces,
  overshoot,
  placesOf,
  smoothPlaces,
  smoothThrough,
  speedReport,
  speedsOf,
  stepsOf,
  stepsOnBeats,
} from './speed.ts';

const BEAT = 960;

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

describe('over 14 beats from one hit a beat', () => {
  test.each([
    // ceil and floor of 14(q-1)/ln q: 14, 20.197…, 25.487…, 30.297…, 34.794…, 39.068…, 43.167…, 47.128…
    [1, 14],
    [2, 20],
    [3, 25],
    [4, 30],
    [5, 35],
    [6, 39],
    [7, 43],
    [8, 47],
  ])('to %i a beat it is %# hits, each at its tick', (to, count) => {
    const places = smoothPlaces(14, 1, to, BEAT);
    expect(places).toHaveLength(count);
    // The closed form by its own inverse: the hits played up to t are c*r0*T*(q^(t/T)-1)/ln q, which must be whole at each.
    const played = (t: number) => (to === 1 ? (count * t) / 14 : (count * (to ** (t / 14) - 1)) / (to - 1));
    places.forEach((at, k) => {
      expect(played((at - 0.5) / BEAT)).toBeLessThanOrEqual(k + 1e-9);
      expect(played((at + 0.5) / BEAT)).toBeGreaterThanOrEqual(k - 1e-9);
    });
    // The next one would fall on the landing, 14 beats on, to the tick.
    expect(played(14)).toBeCloseTo(count, 9);
    expect(places.at(-1)).toBeLessThan(14 * BEAT);
  });
});

test('doubling over four bars is exactly 4 + 8 + 16 + 32 hits, a bar each, on their even places', () => {
  const places = doublingPlaces(16, 1, 8, BEAT);
  const inBar = (bar: number) => places.filter((at) => Math.floor(at / (4 * BEAT)) === bar);
  expect([0, 1, 2, 3].map((bar) => inBar(bar).length)).toEqual([4, 8, 16, 32]);
  expect(inBar(3).map((at) => at - 12 * BEAT)).toEqual(Array.from({ length: 32 }, (_, i) => i * 120));
});

test('doubling over any length keeps the pulse: each place is a whole step of its stretch’s rate', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 64 }),
      fc.constantFrom(0.5, 1, 2),
      fc.constantFrom(1, 2, 4, 8),
      (beats, r0, r1) => {
        const stretches = doublingStretches(beats, r0, r1);
        const places = doublingPlaces(beats, r0, r1, BEAT);
        const promised = stretches.map(({ from, to, rate }) => Math.ceil(to * rate) - Math.ceil(from * rate));
        expect(places).toHaveLength(promised.reduce((sum, n) => sum + n, 0));
        expect(places).toEqual([...new Set(places)].sort((a, b) => a - b));
        expect(stretches.at(-1)?.rate).toBe(r1);
        for (const at of places) {
          const rate = stretches.findLast(({ from }) => at / BEAT >= from - 1e-9)?.rate ?? 1;
          expect((at * rate) % BEAT).toBe(0);
        }
      },
    ),
    { seed: 52 },
  );
});

test('doubling turns on beats wherever each step is a beat or more, and says where it cannot', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 64 }), fc.constantFrom(1, 2, 4, 8, 16), (beats, r1) => {
      const steps = doublingStretches(beats, 1, r1);
      expect(stepsOnBeats(steps)).toBe(beats >= steps.length);
      expect(steps.map(({ from }) => from)).toEqual([0, ...steps.slice(0, -1).map(({ to }) => to)]);
      expect(steps.at(-1)?.to).toBe(beats);
      for (const { from, to } of steps) expect(to).toBeGreaterThan(from);
    }),
    { seed: 53 },
  );
});

test('steps that were set are played as they are, the last one cut short, those after the end not at all', () => {
  const points = [
    { at: 2 * BEAT, rate: 3 },
    { at: 3 * BEAT, rate: 4 },
    { at: 9 * BEAT, rate: 8 },
  ];
  const recipe = { speed: 'by doubling' as const, rate: { from: 1, to: 8 }, points };
  expect(stepsOf(recipe, 3.5, BEAT)).toEqual([
    { from: 0, to: 2, rate: 1 },
    { from: 2, to: 3, rate: 3 },
    { from: 3, to: 3.5, rate: 4 },
  ]);
  expect(placesOf(recipe, 3.5, BEAT).first).toEqual([0, 960, 1920, 2240, 2560, 2880, 3120]);
});

test('a smooth speed through points has as many hits as they promise, lands exactly, and passes through them', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.5, max: 12, noNaN: true }), { minLength: 2, maxLength: 8 }),
      fc.integer({ min: 2, max: 8 }),
      (rates, apart) => {
        const points = rates.map((rate, i) => ({ at: i * apart, rate }));
        const beat = 960_000;
        const places = smoothThrough(points, beat);
        const promised = points.slice(1).reduce((sum, { rate }, i) => {
          const start = points[i]?.rate ?? rate;
          return (
            sum +
            (Math.abs(rate - start) < 1e-12
              ? rate * apart
              : ((rate - start) * apart) / Math.log(rate / start))
          );
        }, 0);
        expect(places).toHaveLength(Math.max(1, Math.round(promised)));
        expect(places[0]).toBe(0);
        places.slice(1).forEach((at, i) => expect(at).toBeGreaterThan(places[i] ?? 0));
        expect(places.at(-1)).toBeLessThan((rates.length - 1) * apart * beat);
      },
    ),
    { seed: 54 },
  );
  expect(
    smoothThrough(
      [
        { at: 0, rate: 1 },
        { at: 14, rate: 8 },
      ],
      BEAT,
    ),
  ).toEqual(smoothPlaces(14, 1, 8, BEAT));
  expect(() => smoothThrough([{ at: 0, rate: 1 }], BEAT)).toThrow(RangeError);
});

test('how exactly a build-up lands is told: a smooth one always does, an even one when its steps fit', () => {
  const of = (
    speed: 'smoothly' | 'by doubling' | 'second voice' | 'steady',
    from: number,
    to: number,
    beats: number,
  ) => overshoot({ speed, rate: { from, to } }, beats, BEAT);
  expect([of('smoothly', 1, 7, 13.5), of('by doubling', 1, 8, 14), of('steady', 4, 4, 14)]).toEqual([
    0, 0, 0,
  ]);
  expect([of('by doubling', 0.5, 1, 6.5), of('steady', 0.5, 0.5, 3), of('second voice', 1, 1, 3.25)]).toEqual(
    [480, 960, 240],
  );
});

test('a second stream stands half-way between the hits of the first', () => {
  const { first, second } = placesOf({ speed: 'second voice', rate: { from: 2, to: 4 } }, 2, BEAT);
  expect(first).toEqual([0, 480, 960, 1440]);
  expect(second).toEqual([240, 720, 1200, 1680]);
  expect(placesOf({ speed: 'steady', rate: { from: 3, to: 9 } }, 1, BEAT).first).toEqual([0, 320, 640]);
});

test('speed is told in hits a second, with the place from which a roll is heard as a tone', () => {
  // At 150, 8 hits a beat are exactly 20 a second: still a roll. 9 are more.
  expect(speedReport(evenPlaces(0, 4, 8, BEAT), 150)).toEqual({ slowest: 20, fastest: 20, toneFrom: null });
  expect(speedReport(evenPlaces(0, 4, 10, BEAT), 150)).toEqual({ slowest: 25, fastest: 25, toneFrom: 0 });
  const places = [...evenPlaces(0, 2, 4, BEAT), ...evenPlaces(2, 4, 16, BEAT)];
  expect(speedReport(places, 120)).toEqual({ slowest: 8, fastest: 32, toneFrom: 1920 });
  expect(speedReport([0], 120)).toBeNull();
  expect(speedsOf([0, 960, 1440], 60)).toEqual([
    { at: 0, speed: 1 },
    { at: 960, speed: 2 },
  ]);
});
