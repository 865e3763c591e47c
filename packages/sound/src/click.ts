import { type Samples, sweep } from './dsp.ts';

/** The click: a high one on the bar, a lower one on the beat. */
export function renderClick(rate: number, onBar: boolean): Samples {
  const pitch = onBar ? 1760 : 1175;
  return sweep(rate, 0.05, pitch, pitch, 1, 0.01).map((x) => x * 0.5);
}
