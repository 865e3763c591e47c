import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

const { sin, cos, exp, min, tanh, round, PI } = Math;

/** Mono samples, nominally within -1..1. */
export type Samples = Float32Array<ArrayBuffer>;

/** White noise in -1..1 from a seed, so that a render is the same each time. */
export function noiseFrom(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  return () => generator.next() / 0x80000000;
}

/** An exponential fall with time constant `fall` seconds, after a rise of one millisecond that avoids a click. */
export function decay(rate: number, seconds: number, fall: number): Samples {
  return samplesOf(rate, seconds, (t) => min(1, t / 0.001) * exp(-t / fall));
}

/** A sine whose pitch falls from `from` to `to` Hz with time constant `bend` seconds, and fades with `fall`. */
export function sweep(
  rate: number,
  seconds: number,
  from: number,
  to: number,
  bend: number,
  fall: number,
): Samples {
  let phase = 0;
  return samplesOf(rate, seconds, (t) => {
    phase += (2 * PI * (to + (from - to) * exp(-t / bend))) / rate;
    return sin(phase) * exp(-t / fall) * min(1, t / 0.001);
  });
}

/** Decaying sines: modal synthesis of a struck body. Higher modes fade sooner. */
export function modes(
  rate: number,
  seconds: number,
  pitches: readonly number[],
  levels: readonly number[],
  fall: number,
): Samples {
  return samplesOf(rate, seconds, (t) => {
    let sum = 0;
    pitches.forEach((pitch, i) => {
      const fade = fall / (1 + i * 0.25);
      sum += (levels[i] ?? 0) * sin(2 * PI * pitch * t) * exp(-t / fade);
    });
    return sum * min(1, t / 0.0005);
  });
}

/** Noise through a two-pole band-pass around `centre` Hz (audio EQ cookbook biquad, constant skirt gain). */
export function bandNoise(
  rate: number,
  seconds: number,
  noise: () => number,
  centre: number,
  q: number,
): Samples {
  const w = (2 * PI * min(centre, rate * 0.45)) / rate;
  const alpha = sin(w) / (2 * q);
  const a0 = 1 + alpha;
  const [b0, a1, a2] = [(q * alpha) / a0, (-2 * cos(w)) / a0, (1 - alpha) / a0];
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  return samplesOf(rate, seconds, () => {
    const x = noise();
    const y = b0 * x - b0 * x2 - a1 * y1 - a2 * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    return y * 2;
  });
}

/** Samples after which the centre of a rising noise moves on. */
const RISING_BLOCK = 64;
/** Fade of a sound that is cut off at its loudest, in s. */
const CUT_OFF = 0.01;

/**
 * Noise through a band-pass whose centre rises evenly in pitch from `from` to `to` Hz, louder by the square of time up to its
 * end. The filter is that of `bandNoise`.
 */
export function risingNoise(
  rate: number,
  seconds: number,
  noise: () => number,
  from: number,
  to: number,
  q: number,
): Samples {
  let [x1, x2, y1, y2, b0, a1, a2, nth] = [0, 0, 0, 0, 0, 0, 0, 0];
  return samplesOf(rate, seconds, (t) => {
    if (nth++ % RISING_BLOCK === 0) {
      const w = (2 * PI * min(from * (to / from) ** (t / seconds), rate * 0.45)) / rate;
      const alpha = sin(w) / (2 * q);
      [b0, a1, a2] = [(q * alpha) / (1 + alpha), (-2 * cos(w)) / (1 + alpha), (1 - alpha) / (1 + alpha)];
    }
    const x = noise();
    const y = b0 * x - b0 * x2 - a1 * y1 - a2 * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    return y * 2 * (t / seconds) ** 2 * min(1, (seconds - t) / CUT_OFF);
  });
}

/** A very short burst of noise: the stick's click. */
export function exciter(rate: number, seconds: number, noise: () => number): Samples {
  return samplesOf(rate, seconds, (t) => noise() * (1 - t / seconds) * 0.4);
}

/** Saturation by the hyperbolic tangent. */
export function softClip(samples: Samples, drive: number): Samples {
  return samples.map((x) => tanh(x * drive));
}

export function samplesOf(rate: number, seconds: number, at: (t: number) => number): Samples {
  const out = new Float32Array(round(rate * seconds));
  for (let i = 0; i < out.length; i++) out[i] = at(i / rate);
  return out;
}
