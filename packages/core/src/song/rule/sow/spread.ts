import { modulo } from '../../../time/index.ts';

/**
 * `hits` spread as evenly as whole steps allow over `steps`, the first on the first step, then turned later by
 * `rotation`. Step i is played where `i * hits mod steps < hits` (Euclid's rhythm, in the form of Bresenham's line).
 * @example spread(3, 8, 0) // => [true, false, false, true, false, false, true, false]
 */
export function spread(hits: number, steps: number, rotation: number): boolean[] {
  return Array.from({ length: steps }, (_, i) => modulo(modulo(i - rotation, steps) * hits, steps) < hits);
}
