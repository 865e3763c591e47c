import type { Drum } from '../mix.ts';
import { FELT } from './felt.ts';
import type { KitId } from './kits.ts';
import { PAPER } from './paper.ts';
import type { DrumSound } from './sounds.ts';
import { TIN } from './tin.ts';

/** Renderers of each kit's drums. */
export const KIT_DRUMS: Readonly<Record<KitId, Readonly<Record<DrumSound, Drum>>>> = {
  paper: PAPER,
  tin: TIN,
  felt: FELT,
};
