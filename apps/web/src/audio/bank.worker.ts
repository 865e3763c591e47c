import { type KitId, renderSound } from '@plucky/sound';
import { expose, transfer } from 'comlink';
import { KeptSounds } from './kept-sounds.ts';

// The script's own name has a hash of all that renders, so that another build never takes these sounds for its own. While
// one works on the program the name stays the same, and nothing is kept.
const kept = import.meta.env.DEV ? null : new KeptSounds(self.location.pathname);

const renderer = {
  async render(name: string, rate: number, layer: number, note: number, kit: KitId) {
    const render = () => renderSound(name, rate, layer, note, kit);
    const samples = (await kept?.samples(`${kit} ${name} ${layer} ${note} ${rate}`, render)) ?? render();
    return transfer(samples, [samples.buffer]);
  },
};

export type Renderer = typeof renderer;
expose(renderer);
