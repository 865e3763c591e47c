import type { Family } from './families.ts';
import type { Id } from './names.ts';

/** Limbs that drums are played by. */
export const LIMBS = ['hand', 'right foot', 'left foot'] as const;
/** The limb that a drum is played by. */
export type Limb = (typeof LIMBS)[number];

/** A row as hands and feet meet it; its place on the kit is in cm from the snare. */
export interface KitRow {
  readonly id: Id;
  readonly family: Family;
  readonly sound: string;
  readonly limb: Limb;
  readonly place: { readonly x: number; readonly y: number };
}
