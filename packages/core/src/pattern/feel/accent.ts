import type { Accent, Hit } from '../../song/index.ts';
import { cacheBy } from '../../time/index.ts';

/**
 * What an accent adds to a velocity: `round(amount * share)`, amount 0..64 and share 0..100 percent.
 * @example accentRaise(20, 75) // => 15
 */
export function accentRaise(amount: number, sharePercent: number): number {
  return Math.round((amount * sharePercent) / 100);
}

/** The accent amount at a place of a pattern: the place's own, else the pattern's, and 0 where there is none. */
export function accentAt(accents: readonly Accent[], usual: number, at: number): number {
  const accent = placesCache(accents).get(at);
  return accent ? (accent.amount ?? usual) : 0;
}

/** The amount by which a hit is accented at a place of its pattern: its place's accent, or its own where that is more. */
export function accentOf(
  { accents, accentAmount }: { readonly accents: readonly Accent[]; readonly accentAmount: number },
  hit: Pick<Hit, 'accent'>,
  at: number,
): number {
  const ofPlace = accentAt(accents, accentAmount, at);
  return hit.accent ? Math.max(accentAmount, ofPlace) : ofPlace;
}

/** Accents by place, the first of several at one; every hit asks for it. */
const placesCache = cacheBy(
  (accents: readonly Accent[]): ReadonlyMap<number, Accent> =>
    new Map(accents.toReversed().map((accent) => [accent.at, accent])),
);
