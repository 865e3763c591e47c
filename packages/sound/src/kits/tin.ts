import { bandNoise, decay, modes, noiseFrom, risingNoise, samplesOf, softClip, sweep } from '../dsp.ts';
import { addAt, backwards, type Drum, mix, mixOf, scaled } from '../mix.ts';
import type { DrumSound } from './sounds.ts';

const { sign, sin, exp, round, PI } = Math;

/** Frequencies (Hz) of square waves that clash as sheet metal does. */
const SHEET = [263, 401, 529, 683, 797, 1019];

/** Square waves under an exponential fall, as a circuit makes metal. */
function squares(rate: number, seconds: number, pitches: readonly number[], fall: number) {
  return samplesOf(
    rate,
    seconds,
    (t) =>
      (pitches.reduce((sum, pitch) => sum + sign(sin(2 * PI * pitch * t)), 0) / pitches.length) *
      exp(-t / fall) *
      Math.min(1, t / 0.0005),
  );
}

const kick: Drum = (rate, hard) =>
  softClip(
    mix(
      sweep(rate, 0.7, 220 + 160 * hard, 41, 0.022, 0.32),
      scaled(sweep(rate, 0.02, 2400, 300, 0.004, 0.004), 0.3 + 0.3 * hard),
    ),
    2.2,
  );

const snare: Drum = (rate, hard) =>
  mix(
    sweep(rate, 0.16, 420, 205, 0.012, 0.05),
    scaled(
      bandNoise(rate, 0.3, noiseFrom(113), 5200, 0.35),
      1.1 + 0.5 * hard,
      decay(rate, 0.3, 0.05 + 0.05 * hard),
    ),
  );

const tom =
  (pitch: number): Drum =>
  (rate, hard) =>
    softClip(sweep(rate, 0.55, pitch * (1.9 + hard), pitch, 0.05, 0.2), 1.4);

const metal =
  (seconds: number, fall: number, centre: number): Drum =>
  (rate, hard) => {
    const clash = squares(
      rate,
      seconds,
      SHEET.map((pitch) => pitch * 9.7),
      fall,
    );
    const hiss = bandNoise(rate, seconds, noiseFrom(127), centre, 0.7);
    return mix(scaled(clash, 0.5), scaled(hiss, 0.5 + 0.5 * hard, decay(rate, seconds, fall)));
  };

const clap: Drum = (rate, hard) => {
  const out = new Float32Array(round(rate * 0.34));
  for (const at of [0, 0.013, 0.026, 0.039]) {
    const fall = at < 0.039 ? 0.004 : 0.08 + 0.04 * hard;
    addAt(out, scaled(bandNoise(rate, 0.3, noiseFrom(131), 1150, 1.6), 1, decay(rate, 0.3, fall)), at * rate);
  }
  return out;
};

const ticks =
  (centre: number, seconds: number): Drum =>
  (rate, hard) =>
    scaled(
      bandNoise(rate, seconds, noiseFrom(137), centre, 2.4),
      0.7 + 0.3 * hard,
      decay(rate, seconds, seconds / 4),
    );

const bell: Drum = (rate) => squares(rate, 0.4, [587, 845], 0.09);

/** Circuits: sweeps, squares and filtered noise. */
export const TIN: Readonly<Record<DrumSound, Drum>> = {
  kick,
  snare,
  'brush-snare': mixOf(ticks(3100, 0.18), ticks(5100, 0.3)),
  rim: (rate) => modes(rate, 0.08, [820, 1650], [1, 0.8], 0.009),
  clap,
  'high-tom': tom(165),
  'mid-tom': tom(123),
  'low-tom': tom(82),
  'closed-hat': metal(0.07, 0.014, 9800),
  'pedal-hat': metal(0.06, 0.009, 8100),
  'open-hat': metal(0.55, 0.13, 9400),
  ride: metal(1.2, 0.28, 7300),
  'ride-edge': metal(1.5, 0.36, 6400),
  'ride-bell': mixOf(bell, metal(0.9, 0.16, 8600)),
  crash: metal(1.8, 0.42, 5600),
  swell: backwards(metal(2.2, 0.6, 4200)),
  shaker: ticks(8200, 0.06),
  tambourine: mixOf(ticks(10_200, 0.16), metal(0.2, 0.05, 10_400)),
  'wood-block': (rate) => sweep(rate, 0.09, 1500, 1240, 0.004, 0.018),
  cowbell: bell,
  riser: mixOf(
    (rate) => risingNoise(rate, 5, noiseFrom(137), 520, 9800, 3),
    (rate) => scaled(risingNoise(rate, 5, noiseFrom(139), 90, 1400, 9), 0.8),
  ),
  'sub-drop': (rate, hard) => softClip(sweep(rate, 2, 150, 27, 0.3 + 0.15 * hard, 0.45), 2),
};
