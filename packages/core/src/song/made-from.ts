/**
 * A memory of what was made last of each key: the same value is given again for as long as all that it is made `from` is the
 * same, one by one.
 */
export function keptWhileSame<V>(): (key: object, from: readonly unknown[], make: () => V) => V {
  const kept = new WeakMap<object, { readonly from: readonly unknown[]; readonly value: V }>();
  return (key, from, make) => {
    const known = kept.get(key);
    const isSame = known?.from.length === from.length && known.from.every((one, i) => one === from[i]);
    if (known && isSame) return known.value;
    const value = make();
    kept.set(key, { from, value });
    return value;
  };
}

/** A key of its own for each name under an owner, for what is made of one thing in several places. */
export function namedKeys(): (owner: object, name: string) => object {
  const owners = new WeakMap<object, Map<string, object>>();
  return (owner, name) => {
    const names = owners.get(owner) ?? new Map<string, object>();
    owners.set(owner, names);
    const key = names.get(name) ?? {};
    names.set(name, key);
    return key;
  };
}
