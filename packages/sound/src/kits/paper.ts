import { bandNoise, decay, exciter, modes, noiseFrom, risingNoise, softClip, sweep } from '../dsp.ts';
import { addAt, backwards, type Drum, mix, mixOf, scaled } from '../mix.ts';
import type { DrumSound } from './sounds.ts';

const { exp, round } = Math;

/** Frequencies (Hz) of the partials of a small cymbal, measured by ear to ring without a pitch. */
const METAL = [2093, 3187, 4211, 5417, 6389, 7923, 9311];
const LOW_METAL = [437, 662, 951, 1319, 1867, 2654, 3761, 5237];

const kick: Drum = (rate, hard) =>
  softClip(
    mix(
      sweep(rate, 0.42, 128 + 60 * hard, 47, 0.035, 0.16),
      scaled(bandNoise(rate, 0.02, noiseFrom(11), 3200, 1), 0.25 + 0.5 * hard, decay(rate, 0.02, 0.004)),
    ),
    1.5,
  );

const snareBody = (rate: number, hard: number) =>
  mix(
    modes(rate, 0.22, [182, 331, 512], [1, 0.5, 0.2], 0.07),
    scaled(
      bandNoise(rate, 0.26, noiseFrom(23), 3600, 0.5),
      0.8 + 0.6 * hard,
      decay(rate, 0.26, 0.055 + 0.03 * hard),
    ),
  );

const tom =
  (pitch: number): Drum =>
  (rate, hard) =>
    mix(
      sweep(rate, 0.5, pitch * (1.25 + 0.3 * hard), pitch, 0.06, 0.2),
      scaled(bandNoise(rate, 0.05, noiseFrom(pitch), 1800, 0.8), 0.3 * hard, decay(rate, 0.05, 0.012)),
    );

const hat =
  (seconds: number, fall: number): Drum =>
  (rate, hard) =>
    mix(
      scaled(bandNoise(rate, seconds, noiseFrom(31), 8600, 0.9), 0.9, decay(rate, seconds, fall)),
      scaled(
        modes(
          rate,
          seconds,
          METAL,
          METAL.map((_, i) => 0.22 / (i + 1)),
          fall,
        ),
        0.5 + 0.3 * hard,
      ),
    );

const cymbal =
  (seconds: number, fall: number, bell: number): Drum =>
  (rate, hard) =>
    mix(
      scaled(
        bandNoise(rate, seconds, noiseFrom(47), 6200, 0.45),
        0.8,
        decay(rate, seconds, fall * (0.7 + 0.4 * hard)),
      ),
      scaled(
        modes(
          rate,
          seconds,
          LOW_METAL,
          LOW_METAL.map((_, i) => 1 / (i + 2)),
          fall * 0.8,
        ),
        bell,
      ),
    );

/** Several strokes of noise in quick succession, as hands that do not quite meet. */
const clap: Drum = (rate, hard) => {
  const out = new Float32Array(round(rate * 0.3));
  for (const [at, level] of [
    [0, 0.7],
    [0.011, 0.8],
    [0.023, 1],
  ] as const)
    addAt(
      out,
      scaled(
        bandNoise(rate, 0.25, noiseFrom(59), 1500, 1.1),
        level,
        decay(rate, 0.25, at < 0.02 ? 0.006 : 0.06 + 0.03 * hard),
      ),
      at * rate,
    );
  return out;
};

const block =
  (pitches: readonly number[], fall: number): Drum =>
  (rate) =>
    mix(
      modes(
        rate,
        0.25,
        pitches,
        pitches.map((_, i) => 1 / (i + 1)),
        fall,
      ),
      exciter(rate, 0.003, noiseFrom(61)),
    );

const shaken =
  (centre: number, seconds: number, rise: number): Drum =>
  (rate, hard) => {
    const noise = bandNoise(rate, seconds, noiseFrom(71), centre, 1.2);
    const top = rise * (1.3 - hard * 0.5);
    return noise.map((x, i) => {
      const t = i / rate;
      return x * (t < top ? t / top : exp((top - t) / (seconds / 5)));
    });
  };

/** A brush that is laid on and drawn: a soft stroke, then a breath of noise. */
const brush: Drum = (rate, hard) =>
  mix(
    scaled(modes(rate, 0.12, [196, 348], [0.5, 0.2], 0.03), 0.4 + 0.4 * hard),
    shaken(4200, 0.24, 0.018 - 0.01 * hard)(rate, hard),
  );

/** Wood, skin and metal in a small room. */
export const PAPER: Readonly<Record<DrumSound, Drum>> = {
  kick,
  snare: snareBody,
  'brush-snare': brush,
  rim: block([1710, 2480, 470], 0.012),
  clap,
  'high-tom': tom(196),
  'mid-tom': tom(147),
  'low-tom': tom(98),
  'closed-hat': hat(0.12, 0.022),
  'pedal-hat': hat(0.1, 0.014),
  'open-hat': hat(0.7, 0.16),
  ride: cymbal(1.6, 0.34, 0.55),
  'ride-edge': cymbal(1.9, 0.46, 0.3),
  'ride-bell': mixOf(block([781, 1187, 1973, 2741], 0.3), cymbal(1.2, 0.2, 0.9)),
  crash: cymbal(2.4, 0.55, 0.28),
  swell: backwards(cymbal(3, 0.8, 0.2)),
  shaker: shaken(6800, 0.12, 0.022),
  tambourine: mixOf(shaken(9200, 0.22, 0.006), hat(0.25, 0.05)),
  'wood-block': block([1120, 1830], 0.022),
  cowbell: block([562, 845, 1640], 0.075),
  riser: (rate) => risingNoise(rate, 6, noiseFrom(83), 240, 7200, 1.4),
  'sub-drop': (rate, hard) => softClip(sweep(rate, 2.4, 88, 31, 0.5 + 0.2 * hard, 0.5), 1.3),
};
