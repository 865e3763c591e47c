import { cutoffOf, gainOfLevel, renderMix, type StrokeToRender } from './index.ts';
import { moveSamples, OPEN } from './motion.ts';

const RATE = 44_100;
const { sin, PI } = Math;
const still = { after: 0, pitch: 0, cutoff: OPEN, gain: 1 };

const tone = (hertz: number, seconds = 0.2) =>
  Float32Array.from({ length: seconds * RATE }, (_, i) => sin((2 * PI * hertz * i) / RATE));

/** The root of the mean square of a stretch, in s. */
function loudness(samples: Float32Array, from: number, to: number): number {
  const part = samples.slice(from * RATE, to * RATE);
  return Math.sqrt(part.reduce((sum, x) => sum + x * x, 0) / part.length);
}

test('what is at rest is heard as it is', () => {
  const samples = tone(440);
  expect(moveSamples(samples, [still], RATE, 0)).toEqual(samples);
});

test('an octave up it is over in half the time, a new pitch holds from its step on', () => {
  expect(moveSamples(tone(440), [{ ...still, pitch: 12 }], RATE, 0)).toHaveLength(4410);
  expect(moveSamples(tone(440), [still], RATE, 12)).toHaveLength(4410);
  const bent = moveSamples(tone(440), [still, { ...still, after: 0.1, pitch: 12 }], RATE, 0);
  expect(bent).toHaveLength(4410 + 2205);
});

test('below its cut-off a tone passes, at it 3 dB are gone, an octave above about 12', () => {
  const through = (hertz: number) =>
    loudness(moveSamples(tone(hertz), [{ ...still, cutoff: 1000 }], RATE, 0), 0.1, 0.2) / Math.SQRT1_2;
  expect(through(100)).toBeCloseTo(1, 2);
  expect(20 * Math.log10(through(1000))).toBeCloseTo(-3, 1);
  expect(20 * Math.log10(through(2000))).toBeCloseTo(-12.3, 0);
});

test('a filter value of 127 is open, 0 is nearly closed; a level of 64 is about 12 dB down', () => {
  expect([cutoffOf(127), Math.round(cutoffOf(0))]).toEqual([OPEN, 80]);
  expect([gainOfLevel(127), gainOfLevel(0)]).toEqual([1, 0]);
  expect(20 * Math.log10(gainOfLevel(64))).toBeCloseTo(-11.9, 1);
});

test('a bounced stroke is moved while it rings', () => {
  const stroke: StrokeToRender = {
    time: 0,
    ends: null,
    sound: 'snare',
    kit: 'paper',
    note: 38,
    velocity: 100,
    level: 0.5,
    pan: 0,
    tune: 0,
    swells: null,
    motion: null,
  };
  const plain = renderMix([stroke], 0.5, RATE).left;
  const motion = [still, { ...still, after: 0.05, gain: 0 }];
  const moved = renderMix([{ ...stroke, motion }], 0.5, RATE).left;
  expect(moved.slice(0, 0.05 * RATE - 1)).toEqual(plain.slice(0, 0.05 * RATE - 1));
  expect(loudness(moved, 0.051, 0.5)).toBe(0);
  expect(loudness(plain, 0.051, 0.5)).toBeGreaterThan(0.001);
});
