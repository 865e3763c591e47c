import type { FillRecipe, Kind } from '../../song/index.ts';
import type { FillWords } from './describe.ts';
import { areDifferent, type Drawn, rhythmOf, sharedBy } from './variety.ts';

/** A fill of the pool, before it is measured. */
export interface DrawnFill extends Drawn {
  readonly recipe: FillRecipe;
  /** True when it plays a figure twice or more. */
  readonly repeats: boolean;
  /** Traits from its cells, grouping and figures; fills that share them are more alike. */
  readonly traits: readonly string[];
  /** True for a rest of an 8th or more, in a fill that was made rhythm first. */
  readonly hasAir?: boolean;
}

/** A fill that may be shown, with its measures. */
interface Judged {
  readonly conflicts: readonly unknown[];
  readonly words: FillWords;
}

/** Most of the shown fills that may repeat no cell, and most that may be unplayable. */
const [MOST_PLAIN, MOST_UNPLAYABLE] = [3, 2];
/** Cost of a fill without a repeat, as a share of strokes. */
const PLAIN_COST = 0.25;
/** Cost of a trait for each chosen fill that shares it, and of few strokes beside the usual number. */
const [TRAIT_COST, SPARSE_COST] = [0.05, 0.35];
/** Cost of a rhythm that is shown already, and of a kind for each chosen fill of it. */
const [RHYTHM_COST, KIND_COST] = [0.6, 0.12];
/** Of the shown fills that are made rhythm first at least so many hold air, and at most so many. */
const [LEAST_AIR, MOST_AIR] = [0.25, 0.5];
/** Gain of a fill with air while too few have it, as a share of strokes. */
const AIR_FIRST = 0.4;

/**
 * Chooses fills that are pairwise different: each next one shares the least with those chosen (farthest-point selection,
 * Gonzalez 1985), at most half of its strokes with any. Those made rhythm first differ in rhythm and kind as well, and a
 * quarter to a half of them hold air. A few may repeat no cell or ask too much of hands, unless `playableOnly`; no two are
 * described alike as long as there are others.
 */
export function chooseDifferent<C extends Judged>(
  pool: readonly DrawnFill[],
  count: number,
  measure: (one: DrawnFill) => C | null,
  playableOnly: boolean,
): readonly C[] {
  const chosen: C[] = [];
  const taken: DrawnFill[] = [];
  const described = new Set<string>();
  /** The largest share that a fill has in common with one that is chosen; those that are too like one are left out. */
  const nearest = new Map(pool.filter((one) => one.strokes.count > 0).map((one) => [one, 0]));
  const [alike, hard]: [DrawnFill[], DrawnFill[]] = [[], []];
  const traits = new Map<string, number>();
  const usual = pool.reduce((sum, one) => sum + one.strokes.count, 0) / Math.max(1, pool.length);
  /** Cost of a fill by itself: a thin fill shares little with any other, and is no better for it. */
  const ownCost = new Map(
    pool.map((one) => [
      one,
      (one.repeats ? 0 : PLAIN_COST) + SPARSE_COST * Math.max(0, 1 - one.strokes.count / Math.max(1, usual)),
    ]),
  );
  const rhythmBy = new Map(pool.map((one) => [one, rhythmOf(one.strokes)]));
  const rhythms = new Set<string>();
  const kinds = new Map<Kind, number>();
  let airy = 0;
  let plain = 0;
  let unplayable = 0;
  const take = (one: DrawnFill, candidate: C) => {
    chosen.push(candidate);
    taken.push(one);
    described.add(wordsOf(candidate));
    for (const trait of one.traits) traits.set(trait, (traits.get(trait) ?? 0) + 1);
    rhythms.add(rhythmBy.get(one) ?? '');
    if (one.kind) kinds.set(one.kind, (kinds.get(one.kind) ?? 0) + 1);
    if (one.hasAir) airy++;
    if (!one.repeats) plain++;
    if (candidate.conflicts.length) unplayable++;
    for (const [other, share] of nearest) {
      const shared = sharedBy(one.strokes, other.strokes);
      if (areDifferent(one, other, shared)) nearest.set(other, Math.max(share, shared));
      else nearest.delete(other);
    }
  };
  const rhythmCost = (one: DrawnFill) =>
    one.recipe.made === 'by cells'
      ? 0
      : (rhythms.has(rhythmBy.get(one) ?? '') ? RHYTHM_COST : 0) +
        (one.kind ? KIND_COST * (kinds.get(one.kind) ?? 0) : 0);
  /** True for a fill with too much air, or too little, for what is left to choose. */
  const breathesWrong = ({ kind, hasAir }: DrawnFill) =>
    kind !== undefined &&
    (hasAir
      ? airy >= Math.floor(count * MOST_AIR)
      : count - chosen.length <= Math.ceil(count * LEAST_AIR) - airy);
  const airGain = ({ hasAir }: DrawnFill) => (hasAir && airy < Math.ceil(count * LEAST_AIR) ? AIR_FIRST : 0);
  /** The best one left; of the wrong breath only where there is no other. */
  const next = (): DrawnFill | null => bestOf(true) ?? bestOf(false);
  const bestOf = (breathes: boolean): DrawnFill | null => {
    let best: DrawnFill | null = null;
    let least = Infinity;
    for (const [one, share] of nearest) {
      if (!one.repeats && plain >= MOST_PLAIN) continue;
      const common = one.traits.reduce((sum, trait) => sum + (traits.get(trait) ?? 0), 0);
      if (breathes && breathesWrong(one)) continue;
      const cost = share + (ownCost.get(one) ?? 0) + TRAIT_COST * common + rhythmCost(one) - airGain(one);
      if (cost < least) [best, least] = [one, cost];
    }
    return best;
  };
  for (let one = next(); one && chosen.length < count; one = next()) {
    const candidate = measure(one);
    nearest.delete(one);
    if (!candidate) continue;
    if (candidate.conflicts.length && (playableOnly || unplayable >= MOST_UNPLAYABLE)) hard.push(one);
    else if (described.has(wordsOf(candidate))) alike.push(one);
    else take(one, candidate);
  }
  // Fills passed over for their words, then for their difficulty, fill up the rest.
  for (const one of playableOnly ? alike : [...alike, ...hard]) {
    if (chosen.length >= count) break;
    if (!taken.every((other) => areDifferent(one, other))) continue;
    const candidate = measure(one);
    if (candidate) take(one, candidate);
  }
  return chosen;
}

function wordsOf({ words }: Judged): string {
  return `${words.title}, ${words.arrival}, ${words.make}`;
}
