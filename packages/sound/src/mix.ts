import type { Samples } from './dsp.ts';

const { max, round } = Math;

/** Renders one stroke of a drum: mono samples at `rate` hertz. `hard` 0..1 is how hard it is struck. */
export type Drum = (rate: number, hard: number) => Samples;

/** Several drums struck as one. */
export function mixOf(...drums: readonly Drum[]): Drum {
  return (rate, hard) => mix(...drums.map((one) => one(rate, hard)));
}

/** Layers laid over one another, as long as the longest. */
export function mix(...layers: readonly Samples[]): Samples {
  const out = new Float32Array(max(...layers.map((layer) => layer.length)));
  for (const layer of layers) addAt(out, layer, 0);
  return out;
}

/** Adds a layer from sample `at` on; what would lie beyond the end is left out. */
export function addAt(out: Samples, layer: Samples, at: number): void {
  const start = round(at);
  for (let i = 0; i < layer.length && start + i < out.length; i++)
    out[start + i] = (out[start + i] ?? 0) + (layer[i] ?? 0);
}

/** Samples at another level, under an envelope if one is given. */
export function scaled(samples: Samples, level: number, envelope?: Samples): Samples {
  return samples.map((x, i) => x * level * (envelope ? (envelope[i] ?? 0) : 1));
}

/** A drum played backwards, so that it is loudest at its end. */
export function backwards(drum: Drum): Drum {
  return (rate, hard) => drum(rate, hard).reverse();
}
