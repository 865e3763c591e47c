export interface Kit {
  readonly name: string;
  /** Character of the kit, in a few words. */
  readonly about: string;
}

/** The sets of drum sounds by id; how they sound is in `drums.ts`. */
export const KITS = {
  paper: { name: 'Paper room', about: 'wood, skin and metal' },
  tin: { name: 'Tin circuits', about: 'sweeps, squares and noise' },
  felt: { name: 'Felt and hands', about: 'dark, soft and close' },
} as const satisfies Record<string, Kit>;

export type KitId = keyof typeof KITS;
export const KIT_IDS = Object.keys(KITS) as KitId[];
/** The kit of a part that names none, or one that is unknown here. */
export const USUAL_KIT_ID: KitId = 'paper';

/** The kit with this id, or the usual one. */
export function kitOf(id: string | undefined): KitId {
  return KIT_IDS.find((one) => one === id) ?? USUAL_KIT_ID;
}
