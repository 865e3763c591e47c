import { renderMix, type StrokeToRender, wavOf } from '@plucky/sound';
import { expose, transfer } from 'comlink';

const bouncer = {
  /** Renders strokes to a WAV file; `onProgress` hears the share done, 0..1. */
  render(
    strokes: readonly StrokeToRender[],
    seconds: number,
    rate: number,
    onProgress: (share: number) => void,
  ) {
    const bytes = wavOf(renderMix(strokes, seconds, rate, onProgress), rate);
    return transfer(bytes, [bytes.buffer]);
  },
};

export type Bouncer = typeof bouncer;
expose(bouncer);
