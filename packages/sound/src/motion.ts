import type { Samples } from './dsp.ts';

const { sin, cos, min, PI, SQRT1_2 } = Math;

/** Movement of a note from a time on: `after` s from its start, in semitones, below a cut-off in Hz, at a gain 0..1. */
export interface Motion {
  readonly after: number;
  readonly pitch: number;
  readonly cutoff: number;
  readonly gain: number;
}

/** The cut-off of a filter that is open: nothing is taken away. */
export const OPEN = 20_000;
const LOWEST = 80;

/** The cut-off in Hz of a filter value 0..127, in equal musical steps from 80 Hz to open. */
export function cutoffOf(filter: number): number {
  return LOWEST * (OPEN / LOWEST) ** (filter / 127);
}

/** The gain of a level 0..127: its square, as the MIDI recommendation for expression has it (40 log10 of the share, in dB). */
export function gainOfLevel(level: number): number {
  return (level / 127) ** 2;
}

/**
 * Samples as they are heard when they are moved: read faster or slower by the pitch, through a low-pass of two poles
 * (audio EQ cookbook biquad, Q 0.707), at the gain that holds. Steps are by time, the first at 0; `tune` semitones are
 * added to the pitch of all.
 */
export function moveSamples(samples: Samples, steps: readonly Motion[], rate: number, tune: number): Samples {
  const out: number[] = [];
  let [step, place] = [0, 0];
  let [x1, x2, y1, y2] = [0, 0, 0, 0];
  let now = settingOf(steps[0], rate, tune);
  while (place <= samples.length - 1) {
    const next = steps[step + 1];
    if (next && out.length >= next.after * rate) {
      step++;
      now = settingOf(next, rate, tune);
    }
    const whole = Math.floor(place);
    const a = samples[whole] ?? 0;
    const x = a + ((samples[whole + 1] ?? 0) - a) * (place - whole);
    const y = now.b0 * x + now.b1 * x1 + now.b2 * x2 - now.a1 * y1 - now.a2 * y2;
    [x2, x1, y2, y1] = [x1, x, y1, y];
    out.push(y * now.gain);
    place += now.speed;
  }
  return Float32Array.from(out);
}

const STILL: Motion = { after: 0, pitch: 0, cutoff: OPEN, gain: 1 };

function settingOf({ pitch, cutoff, gain }: Motion = STILL, rate: number, tune: number) {
  const speed = 2 ** ((pitch + tune) / 12);
  if (cutoff >= OPEN) return { speed, gain, b0: 1, b1: 0, b2: 0, a1: 0, a2: 0 };
  const w = (2 * PI * min(cutoff, rate * 0.45)) / rate;
  const alpha = sin(w) * SQRT1_2;
  const a0 = 1 + alpha;
  const b0 = (1 - cos(w)) / 2 / a0;
  return { speed, gain, b0, b1: 2 * b0, b2: b0, a1: (-2 * cos(w)) / a0, a2: (1 - alpha) / a0 };
}
