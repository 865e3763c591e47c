import { mixed, randomFrom, seedFrom } from './stream.ts';

const many = <T>(count: number, make: () => T): T[] => Array.from({ length: count }, make);
const mean = (numbers: readonly number[]) => numbers.reduce((a, b) => a + b, 0) / numbers.length;

test('a seed gives the same numbers each time, and another seed others', () => {
  const of = (seed: number) => {
    const random = randomFrom(seed);
    return many(8, () => random.next());
  };
  expect(of(7)).toEqual(of(7));
  expect(of(7)).not.toEqual(of(8));
  expect(of(7).every((one) => one >= 0 && one < 1)).toBe(true);
});

test('seeds are those of the published functions', () => {
  // FNV-1a, 32 bits, of "", "a" and "foobar"; MurmurHash3, 32 bits, of nothing with the seeds 0, 1 and -1.
  expect([seedFrom(), seedFrom('a'), seedFrom('foobar')]).toEqual([
    0x811c9dc5 | 0,
    0xe40c292c | 0,
    0xbf9cf968 | 0,
  ]);
  expect([mixed(0), mixed(1), mixed(-1)]).toEqual([0, 0x514e28b7, 0x81f16f39 | 0]);
  expect(seedFrom('a', 1)).not.toBe(seedFrom('a1'));
});

test('whole numbers come evenly, both ends included', () => {
  const random = randomFrom(3);
  const counts = new Map<number, number>();
  for (const one of many(3000, () => random.whole(4, 6))) counts.set(one, (counts.get(one) ?? 0) + 1);
  expect([...counts.keys()].sort()).toEqual([4, 5, 6]);
  for (const count of counts.values()) expect(Math.abs(count - 1000)).toBeLessThan(120);
});

test('a chance is as likely as it says', () => {
  const random = randomFrom(4);
  expect(Math.abs(many(4000, () => random.chance(0.25)).filter(Boolean).length - 1000)).toBeLessThan(120);
  expect(many(200, () => random.chance(0)).some(Boolean)).toBe(false);
  expect(many(200, () => random.chance(1)).every(Boolean)).toBe(true);
});

test('one of several is chosen evenly, or by its weight', () => {
  const random = randomFrom(5);
  const even = many(3000, () => random.choose(['a', 'b', 'c']));
  for (const one of ['a', 'b', 'c'])
    expect(Math.abs(even.filter((other) => other === one).length - 1000)).toBeLessThan(120);
  const heavy = many(4000, () => random.weighed([0, 1, 3], (weight) => weight));
  expect(heavy).not.toContain(0);
  expect(Math.abs(heavy.filter((one) => one === 3).length - 3000)).toBeLessThan(120);
  expect(() => random.choose([])).toThrow('Nothing to choose from.');
  expect(() => random.weighed([], () => 1)).toThrow('Nothing to choose from.');
  expect(random.choose([7])).toBe(7);
});

test('normal numbers have mean 0, spread 1, and end at the cut', () => {
  const random = randomFrom(6);
  const wide = many(6000, () => random.normal(5));
  expect(Math.abs(mean(wide))).toBeLessThan(0.05);
  expect(Math.abs(Math.sqrt(mean(wide.map((one) => one * one))) - 1)).toBeLessThan(0.05);
  const cut = many(2000, () => random.normal(0.5));
  expect(Math.max(...cut.map(Math.abs))).toBeLessThanOrEqual(0.5);
  expect(Math.max(...cut)).toBeGreaterThan(0.4);
  expect(Math.min(...cut)).toBeLessThan(-0.4);
});
