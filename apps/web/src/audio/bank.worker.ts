import { type KitId, renderSound } from '@plucky/sound';
import { expose, transfer } from 'comlink';

const renderer = {
  render(name: string, rate: number, layer: number, note: number, kit: KitId) {
    const samples = renderSound(name, rate, layer, note, kit);
    return transfer(samples, [samples.buffer]);
  },
};

export type Renderer = typeof renderer;
expose(renderer);
