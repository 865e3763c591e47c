import { noiseFrom } from './dsp.ts';
import type { Stereo } from './render.ts';

/** Length of the room's ring, in s, and speed of its fade. */
const SECONDS = 0.9;
const FALL = 0.16;
/** The sound's way to the nearest wall and back, in s. */
const FIRST = 0.009;

/** The answer of a small room to a click, for a convolution: noise that fades, different on the two sides. */
export function impulseOf(rate: number): Stereo {
  const side = (seed: number) => {
    const noise = noiseFrom(seed);
    const out = new Float32Array(Math.round(SECONDS * rate));
    for (let i = Math.round(FIRST * rate); i < out.length; i++)
      out[i] = noise() * Math.exp(-(i / rate - FIRST) / FALL) * 0.06;
    return out;
  };
  return { left: side(307), right: side(311) };
}
