/**
 * Place of the last of some things in order that `isBefore` holds for, found by halving; 0 where it holds for none.
 * @example lastBefore([0, 10, 20], (at) => at <= 15) // => 1
 */
export function lastBefore<T>(things: readonly T[], isBefore: (thing: T) => boolean): number {
  let [low, high] = [0, things.length];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (isBefore(things[middle] as T)) low = middle;
    else high = middle;
  }
  return low;
}
