import { bandNoise, decay, modes, noiseFrom, risingNoise, type Samples, samplesOf, sweep } from '../dsp.ts';
import { backwards, type Drum, mix, mixOf, scaled } from '../mix.ts';
import type { DrumSound } from './sounds.ts';

const { exp, PI } = Math;

/** Softens what is above `hz`: a one-pole low-pass, `y += (1 - e^(-2πf/rate)) (x - y)`. */
function soften(rate: number, samples: Samples, hz: number): Samples {
  const share = 1 - exp((-2 * PI * hz) / rate);
  let y = 0;
  return samples.map((x) => (y += share * (x - y)));
}

const soft =
  (drum: Drum, hz: number): Drum =>
  (rate, hard) =>
    soften(rate, drum(rate, hard), hz * (0.6 + 0.8 * hard));

/** A skin struck with fingers or felt: few partials, a short thud. */
const skin =
  (pitch: number, fall: number): Drum =>
  (rate, hard) =>
    mix(
      modes(rate, fall * 4, [pitch, pitch * 1.59, pitch * 2.14], [1, 0.32 * hard, 0.14 * hard], fall),
      scaled(sweep(rate, 0.05, pitch * 2, pitch, 0.012, 0.014), 0.3),
    );

/** Breath: noise that comes in and goes without an edge. */
const breath =
  (centre: number, seconds: number, rise: number): Drum =>
  (rate, hard) => {
    const noise = bandNoise(rate, seconds, noiseFrom(211), centre, 0.8);
    const shape = samplesOf(rate, seconds, (t) => (t < rise ? t / rise : exp((rise - t) / (seconds / 4))));
    return scaled(noise, 0.5 + 0.5 * hard, shape);
  };

const wood = (pitch: number, fall: number): Drum => {
  const struck: Drum = (rate) =>
    modes(rate, fall * 5, [pitch, pitch * 2.7, pitch * 5.2], [1, 0.25, 0.08], fall);
  return soft(struck, 3800);
};

const brass =
  (seconds: number, fall: number, pitches: readonly number[]): Drum =>
  (rate, hard) =>
    mix(
      modes(
        rate,
        seconds,
        pitches,
        pitches.map((_, i) => 0.5 / (i + 1)),
        fall,
      ),
      scaled(
        bandNoise(rate, seconds, noiseFrom(223), 3900, 0.6),
        0.25 + 0.25 * hard,
        decay(rate, seconds, fall * 0.7),
      ),
    );

/** Hands, felt and brushes: dark and close. */
export const FELT: Readonly<Record<DrumSound, Drum>> = {
  kick: soft(skin(58, 0.14), 900),
  snare: mixOf(soft(skin(214, 0.05), 2600), breath(2700, 0.16, 0.004)),
  'brush-snare': breath(3300, 0.34, 0.05),
  rim: wood(1320, 0.014),
  clap: mixOf(breath(900, 0.1, 0.002), breath(1300, 0.16, 0.008)),
  'high-tom': skin(233, 0.11),
  'mid-tom': skin(175, 0.14),
  'low-tom': skin(117, 0.18),
  'closed-hat': breath(5600, 0.09, 0.003),
  'pedal-hat': breath(4300, 0.07, 0.002),
  'open-hat': breath(5100, 0.5, 0.006),
  ride: brass(1.3, 0.3, [523, 1187, 1931, 2777]),
  'ride-edge': mixOf(brass(1.7, 0.4, [417, 941, 1553, 2311]), breath(5200, 0.9, 0.01)),
  'ride-bell': mixOf(wood(1568, 0.06), brass(0.7, 0.16, [784, 1571, 2637])),
  crash: brass(2.2, 0.5, [311, 743, 1279, 2113, 3011]),
  swell: backwards(mixOf(brass(2.6, 0.7, [233, 587, 911, 1493]), breath(1900, 2.4, 0.01))),
  shaker: breath(5900, 0.11, 0.03),
  tambourine: mixOf(breath(6400, 0.14, 0.004), brass(0.2, 0.05, [3170, 4470])),
  'wood-block': wood(740, 0.03),
  cowbell: brass(0.4, 0.09, [494, 1318]),
  riser: soft((rate) => risingNoise(rate, 6, noiseFrom(227), 110, 2600, 0.9), 2400),
  'sub-drop': soft((rate, hard) => sweep(rate, 2.6, 66, 35, 0.7 + 0.2 * hard, 0.6), 300),
};
