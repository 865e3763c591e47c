import type { Drum } from '../mix.ts';
import { FELT } from './felt.ts';
import { PAPER } from './paper.ts';
import type { DrumSound } from './sounds.ts';
import { TIN } from './tin.ts';

export interface Kit {
  readonly name: string;
  /** What it sounds like, in a few words. */
  readonly about: string;
  readonly drums: Readonly<Record<DrumSound, Drum>>;
}

/** The sets of drum sounds by id. */
export const KITS = {
  paper: { name: 'Paper room', about: 'wood, skin and metal', drums: PAPER },
  tin: { name: 'Tin circuits', about: 'sweeps, squares and noise', drums: TIN },
  felt: { name: 'Felt and hands', about: 'dark, soft and close', drums: FELT },
} as const satisfies Record<string, Kit>;

export type KitId = keyof typeof KITS;
export const KIT_IDS = Object.keys(KITS) as KitId[];
/** The kit of a part that names none, or one that is unknown here. */
export const USUAL_KIT_ID: KitId = 'paper';

/** The kit with this id, or the usual one. */
export function kitOf(id: string | undefined): KitId {
  return KIT_IDS.find((one) => one === id) ?? USUAL_KIT_ID;
}
