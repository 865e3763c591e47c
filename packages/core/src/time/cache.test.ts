import { cacheBy, cacheByText, cacheWhileSame, namedKeys } from './cache.ts';

/** Counts what is worked out. */
function counting() {
  let made = 0;
  return { make: () => ({ nth: ++made }), count: () => made };
}

test('a result is kept while all that it is made from is the same, and worked out anew when anything differs', () => {
  const cache = cacheWhileSame<{ nth: number }>();
  const { make, count } = counting();
  const [key, other] = [{}, {}];
  expect(cache(key, ['a', 1], make)).toBe(cache(key, ['a', 1], make));
  expect(cache(key, ['a', 2], make).nth).toBe(2);
  expect(cache(key, ['a'], make).nth).toBe(3);
  expect(cache(key, ['a', 1], make).nth).toBe(4);
  expect(cache(other, ['a', 1], make).nth).toBe(5);
  expect(cache(key, ['a', 1], make).nth).toBe(4);
  expect(count()).toBe(5);
});

test('of each key the last results are kept, as many as were asked for, and the newest can be replaced', () => {
  const cache = cacheWhileSame<{ nth: number }>(2);
  const { make } = counting();
  const key = {};
  const of = (from: string) => cache(key, [from], make).nth;
  expect(['a', 'b', 'a', 'b'].map(of)).toEqual([1, 2, 1, 2]);
  expect(of('c')).toBe(3);
  expect(of('b')).toBe(2);
  expect(of('a')).toBe(4);
  cache.replace(key, { nth: 40 });
  expect(of('a')).toBe(40);
  expect(of('c')).toBe(3);
});

test('a result that asks for another one of the same key while it is worked out loses none', () => {
  const cache = cacheWhileSame<string>(2);
  const key = {};
  expect(cache(key, ['outer'], () => `${cache(key, ['inner'], () => 'in')} and out`)).toBe('in and out');
  const never = () => {
    throw new Error('worked out again');
  };
  expect(cache(key, ['inner'], never)).toBe('in');
  expect(cache(key, ['outer'], never)).toBe('in and out');
});

test('a cache by text holds so many results, and forgets the oldest', () => {
  const asked: string[] = [];
  const lengthOf = cacheByText(2, (text) => {
    asked.push(text);
    return text.length;
  });
  expect(['a', 'bb', 'a', 'ccc', 'bb', 'a'].map(lengthOf)).toEqual([1, 2, 1, 3, 2, 1]);
  expect(asked).toEqual(['a', 'bb', 'ccc', 'a']);
});

test('a missing result is kept like any other', () => {
  let count = 0;
  const of = cacheBy((_: object) => {
    count++;
  });
  const key = {};
  of(key);
  of(key);
  expect(count).toBe(1);
});

test('while values are guarded, as in tests, what is kept cannot be changed, however deep', () => {
  const of = cacheBy((key: { readonly name: string }) => ({ name: key.name, list: [{ at: 1 }] }));
  const kept = of({ name: 'a' });
  expect(() => kept.list.push({ at: 2 })).toThrow(TypeError);
  expect(() => {
    const [first] = kept.list;
    if (first) first.at = 3;
  }).toThrow(TypeError);
  const bytes = cacheBy((_: object) => new Uint8Array([1, 2]));
  expect([...bytes({})]).toEqual([1, 2]);
});

test('each name under an owner has a key of its own, which stays the same', () => {
  const keyOf = namedKeys();
  const [one, other] = [{}, {}];
  expect(keyOf(one, 'a')).toBe(keyOf(one, 'a'));
  expect(keyOf(one, 'a')).not.toBe(keyOf(one, 'b'));
  expect(keyOf(one, 'a')).not.toBe(keyOf(other, 'a'));
});
