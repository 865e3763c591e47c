/** A figure of the bench: its median and, where it is held against something of the same run, their ratios. */
export interface Figure {
  readonly name: string;
  readonly unit: 'ms' | 'a second' | 'kB gzipped';
  readonly median: number;
  readonly runs: number;
  readonly ratio: Readonly<Record<string, number>>;
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}

/** Times each piece of work `runs` times, taking turns so that a slow moment hits all alike; medians in ms. */
export async function inTurns<K extends string>(
  work: Readonly<Record<K, () => unknown>>,
  runs: number,
): Promise<Record<K, number>> {
  const names = Object.keys(work) as K[];
  const times = Object.fromEntries(names.map((name) => [name, [] as number[]])) as Record<K, number[]>;
  for (let run = -2; run < runs; run++)
    for (const name of names) {
      const start = performance.now();
      await work[name]();
      // The first two rounds warm up and are not counted.
      if (run >= 0) times[name].push(performance.now() - start);
    }
  return Object.fromEntries(names.map((name) => [name, median(times[name])])) as Record<K, number>;
}

/** Number of `count` things done a second, with the ratio to every other work that was timed beside it. */
export function perSecond<K extends string>(
  medians: Record<K, number>,
  name: K,
  as: string,
  count: number,
  runs: number,
): Figure {
  const { ratio } = figure(medians, name, runs);
  const inverse = Object.entries(ratio).map(([other, value]) => [other, 1 / value]);
  return {
    name: as,
    unit: 'a second',
    median: (count * 1000) / medians[name],
    runs,
    ratio: Object.fromEntries(inverse) as Record<string, number>,
  };
}

/** The figure of `name`, with its ratio to every other one that was timed beside it. */
export function figure<K extends string>(medians: Record<K, number>, name: K, runs: number): Figure {
  const others = (Object.keys(medians) as K[]).filter((other) => other !== name);
  const ratio = Object.fromEntries(others.map((other) => [other, medians[name] / medians[other]]));
  return { name, unit: 'ms', median: medians[name], runs, ratio };
}

/** Bound of all values but the largest twentieth, and of all but the largest hundredth. */
export const p95 = (values: readonly number[]) => quantile(values, 0.95);
export const p99 = (values: readonly number[]) => quantile(values, 0.99);

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length * share)] ?? NaN;
}
