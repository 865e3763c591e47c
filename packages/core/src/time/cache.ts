import { guarded } from './frozen.ts';

/** Results by what they were made of. What is kept is shared by all who ask, so nobody may change it. */
export interface Cache<K extends object, V> {
  /** The result for a key: the one kept while all that it is made `from` is the same, one by one, else a new one. */
  (key: K, from: readonly unknown[], make: () => V): V;
  /** Puts another result in the place of the newest one of a key. */
  readonly replace: (key: K, value: V) => void;
}

interface Kept<V> {
  readonly from: readonly unknown[];
  readonly value: V;
}

/** A cache of the last `most` results for each key; a key that nothing else holds any more is forgotten with them. */
export function cacheWhileSame<V, K extends object = object>(most = 1): Cache<K, V> {
  const kept = new WeakMap<K, readonly Kept<V>[]>();
  const keep = (key: K, from: readonly unknown[], value: V, others: readonly Kept<V>[]): V => {
    kept.set(key, [{ from, value: guarded(value) }, ...others]);
    return value;
  };
  const cache = (key: K, from: readonly unknown[], make: () => V): V => {
    const known = kept.get(key) ?? NONE;
    for (const one of known) if (isSame(one.from, from)) return one.value;
    const value = make();
    // Working it out may have asked for another result of the same key.
    return keep(key, from, value, (kept.get(key) ?? NONE).slice(0, most - 1));
  };
  const replace = (key: K, value: V): void => {
    const [newest, ...others] = kept.get(key) ?? NONE;
    if (newest) keep(key, newest.from, value, others);
  };
  return Object.assign(cache, { replace });
}

const NONE: readonly never[] = [];

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((one, i) => one === b[i]);
}

/** A function that is worked out once for each thing that it is asked about, for as long as that thing is held. */
export function cacheBy<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const kept = new WeakMap<K, { readonly value: V }>();
  return (key) => {
    let known = kept.get(key);
    if (!known) {
      known = { value: guarded(make(key)) };
      kept.set(key, known);
    }
    return known.value;
  };
}

/** A function of a text that keeps its last `most` results. */
export function cacheByText<V>(most: number, make: (text: string) => V): (text: string) => V {
  const kept = new Map<string, { readonly value: V }>();
  return (text) => {
    const known = kept.get(text);
    if (known) return known.value;
    const value = guarded(make(text));
    const [oldest] = kept.keys();
    if (kept.size >= most && oldest !== undefined) kept.delete(oldest);
    kept.set(text, { value });
    return value;
  };
}

/** A key of its own for each name under an owner, for what is made of one thing in several places. */
export function namedKeys(): (owner: object, name: string) => object {
  const keysCache = cacheBy<object, Map<string, object>>(() => new Map());
  return (owner, name) => {
    const names = keysCache(owner);
    const key = names.get(name) ?? {};
    names.set(name, key);
    return key;
  };
}
