import type { Humanise, Id } from '../../song/index.ts';
import { mixed, randomFrom, seedFrom } from '../../time/index.ts';

/** Offsets are cut at this many spreads. */
const CUT = 2.5;

/** Distance of a stroke from what is written: in ms, and in velocity. */
export interface Unevenness {
  /** In ms, late being positive. */
  readonly ms: number;
  readonly velocity: number;
}

/**
 * How far one occurrence of a hit is off what is written: normal distributions with the given spreads, drawn from the
 * seeds, the occurrence and the hit, so that two occurrences differ and every render is the same.
 */
export function unevenness(spread: Humanise, songSeed: number, occurrence: string, hit: Id): Unevenness {
  const random = randomFrom(mixed(seedFrom('humanise', songSeed, spread.seed, occurrence, hit)));
  return {
    ms: random.normal(CUT) * spread.ms,
    velocity: Math.round(random.normal(CUT) * spread.velocity),
  };
}
