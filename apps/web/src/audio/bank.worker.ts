import { renderSound } from '@plucky/sound';
import { expose, transfer } from 'comlink';

const renderer = {
  render(name: string, rate: number, layer: number, note: number) {
    const samples = renderSound(name, rate, layer, note);
    return transfer(samples, [samples.buffer]);
  },
};

export type Renderer = typeof renderer;
expose(renderer);
