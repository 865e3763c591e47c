import { type Samples, samplesOf } from './dsp.ts';

const { sin, exp, min, tanh, PI } = Math;

/** The harmonics that start strong and fade, as a plucked string's do. */
const HARMONICS = 9;

/** Frequency in Hz of a MIDI note, A4 (69) being 440. */
export function pitchOf(note: number): number {
  return 440 * 2 ** ((note - 69) / 12);
}

/** A bass note of up to `seconds`: a round tone whose upper harmonics fade first. `hard` 0..1 is how hard it is played. */
export function bassNote(rate: number, note: number, seconds: number, hard: number): Samples {
  const pitch = pitchOf(note);
  return samplesOf(rate, seconds, (t) => {
    let sum = 0;
    for (let n = 1; n <= HARMONICS; n++) {
      const fade = 1.4 / (1 + (n - 1) * (1.6 - hard));
      sum += (sin(2 * PI * pitch * n * t) / n) * exp(-t / fade);
    }
    return tanh(sum * (0.8 + 0.5 * hard)) * min(1, t / 0.004) * 0.8;
  });
}
