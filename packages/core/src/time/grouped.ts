/**
 * Things by a key of each, each key's in their order, keys as they come.
 * @example [...groupedBy([1, 2, 3], (n) => n % 2)] // => [[1, [1, 3]], [0, [2]]]
 */
export function groupedBy<T, K>(all: Iterable<T>, keyOf: (one: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
