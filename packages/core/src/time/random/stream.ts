import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A stream of random numbers. It is stateful, so that each piece of work makes its own from a stored seed. */
export interface Random {
  /** Evenly spread in [0, 1). */
  next(): number;
  /** A whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number;
  /** True with probability `p` (0..1). */
  chance(p: number): boolean;
  /** One of `items`, evenly. Throws RangeError when there is none. */
  choose<T>(items: readonly T[]): T;
  /** One of `items`, each as likely as its weight (0 or more) beside the others. Throws RangeError when there is none. */
  weighed<T>(items: readonly T[], weightOf: (item: T) => number): T;
  /** Normally distributed with mean 0 and spread 1, drawn again while beyond `cut` spreads. */
  normal(cut: number): number;
}

/** A 32-bit seed from names and numbers: FNV-1a over their text, so that nearby seeds give unrelated streams. */
export function seedFrom(...parts: readonly (string | number)[]): number {
  let hash = 0x811c9dc5;
  for (const char of parts.join('\u0000')) {
    hash = Math.imul(hash ^ (char.codePointAt(0) ?? 0), 0x01000193);
  }
  return hash | 0;
}

/**
 * A seed whose every bit hangs on all bits of another: the last step of MurmurHash3. Names that differ in their last letter
 * have seeds of a few different bits, and a generator that is linear in its seed gives such seeds streams that go together.
 */
export function mixed(seed: number): number {
  const first = Math.imul(seed ^ (seed >>> 16), 0x85ebca6b);
  const second = Math.imul(first ^ (first >>> 13), 0xc2b2ae35);
  return second ^ (second >>> 16);
}

/** The stream that belongs to `seed`: the same seed always gives the same numbers. */
export function randomFrom(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  const next = () => (generator.next() >>> 0) / 0x1_0000_0000;
  const normal = (cut: number): number => {
    // Box and Muller's transform; 1 - u keeps the logarithm finite.
    const value = Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
    return Math.abs(value) <= cut ? value : normal(cut);
  };
  return {
    next,
    normal,
    whole: (low, high) => low + Math.floor(next() * (high - low + 1)),
    chance: (p) => next() < p,
    weighed: (items, weightOf) => {
      let left = next() * items.reduce((all, one) => all + weightOf(one), 0);
      for (const one of items) if ((left -= weightOf(one)) < 0) return one;
      // The last item takes the rounding error.
      const last = items.at(-1);
      if (last === undefined) throw new RangeError('Nothing to choose from.');
      return last;
    },
    choose: (items) => {
      const item = items[Math.floor(next() * items.length)];
      if (item === undefined) throw new RangeError('Nothing to choose from.');
      return item;
    },
  };
}
