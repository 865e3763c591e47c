/** The seed of `npm run prove`, which it prints; undefined in `npm test`. */
const proving = process.env['PROVE_SEED'];

/** True in `npm run prove`, which tries all of what `npm test` tries a sample of. */
export const proves = proving !== undefined;

/** Factor of the tries in `npm run prove`. */
const LONG = 10;

/**
 * Number of runs and seed of a property: a fixed seed in `npm test`; ten times the runs and fresh seeds in `npm run prove`.
 */
export function tries(numRuns: number, seed: number): { readonly numRuns: number; readonly seed: number } {
  return proving === undefined ? { numRuns, seed } : { numRuns: numRuns * LONG, seed: fresh(seed) };
}

/** So many seeds from 1 on, or of others to prove it. */
export function seeds(count: number): readonly number[] {
  const many = proving === undefined ? count : count * LONG;
  return Array.from({ length: many }, (_, i) => (proving === undefined ? i + 1 : fresh(i)));
}

/** A seed of its own for each property of a proof. */
function fresh(seed: number): number {
  return (Math.imul(Number(proving), 0x9e3779b1) ^ Math.imul(seed + 1, 0x85ebca6b)) >>> 0;
}
