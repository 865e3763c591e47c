import type { Hit } from '../hit/hit.ts';
import type { Id } from '../names.ts';
import { randomFrom, seedFrom } from '../random/stream.ts';
import { type SongDocument, withPattern } from '../song/document.ts';
import type { FillRecipe } from '../song/fill-recipe.ts';
import type { Refusal } from '../song/outcome.ts';
import type { Pattern } from '../song/records.ts';
import type { LimbConflict } from './limbs.ts';
import { fillPattern } from './make.ts';
import { type FillFigures, limbsOf, measureFill } from './measure.ts';

/** How many fills are made for the shown ones to be chosen from. */
export const POOL = 240;
/** By how much the pool's fills are busier or less busy than the recipe says, in percent points. */
const BUSY_SPREAD = 18;

/** A fill to choose from: the pattern, not yet of the song, with what can be said of it. */
export interface Candidate {
  readonly pattern: Pattern;
  readonly figures: FillFigures;
  readonly conflicts: readonly LimbConflict[];
}

/**
 * Fills of a recipe that differ from one another as much as they can: of a pool made from seeds that follow from the
 * recipe's own, each next one is the farthest from those chosen, by their figures. Playable ones come first into the pool.
 * The same recipe gives the same candidates. Refused as `makeFill` is.
 */
export function fillCandidates(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  count: number,
  pool: number = POOL,
): readonly Candidate[] | Refusal {
  const random = randomFrom(seedFrom('candidates', recipe.seed));
  const made: Candidate[] = [];
  for (let i = 0; i < pool; i++) {
    const busy = Math.min(100, Math.max(5, recipe.busy + (i ? random.whole(-BUSY_SPREAD, BUSY_SPREAD) : 0)));
    const seed = i ? seedFrom('candidate', recipe.seed, i) >>> 0 : recipe.seed;
    const candidate = candidateOf(document, groove, { ...recipe, busy, seed });
    if ('reason' in candidate) return candidate;
    made.push(candidate);
  }
  return mostDifferent(made, count);
}

/** A fill of a recipe with what can be said of it; `hits` instead of the recipe's own where they are given. */
export function candidateOf(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  hits?: Readonly<Record<Id, Hit>>,
): Candidate | Refusal {
  const id = `fill-${recipe.seed}`;
  const pattern = fillPattern(document, groove, recipe, id, 'Fill', hits);
  if ('reason' in pattern) return pattern;
  return measured(document, pattern, recipe.takeOver);
}

/** A fill as it is, with what can be said of it; `takeOver` is in ticks. */
export function measured(document: SongDocument, pattern: Pattern, takeOver: number): Candidate {
  const withIt = withPattern(document, pattern);
  return {
    pattern,
    figures: measureFill(withIt, pattern.id, takeOver),
    conflicts: limbsOf(withIt, pattern.id, pattern.length - takeOver).conflicts,
  };
}

/** How much each figure counts in telling fills apart: about one for the usual distance between two fills. */
const SCALES: Readonly<Record<keyof FillFigures, number>> = {
  hitsPerBeat: 1.2,
  lift: 25,
  contrast: 0.2,
  leadIn: 0.5,
  triplets: 0.3,
  round: 0.3,
  centre: 0.12,
  climb: 1,
};
const FIGURES = Object.keys(SCALES) as (keyof FillFigures)[];

/** What a fill that hands and feet cannot play is worth less than one that they can, as a distance. */
const UNPLAYABLE = 3;

/**
 * Farthest-point selection (Gonzalez, 1985): the most playable one first, then each time the one whose nearest neighbour
 * among the chosen is farthest away. No two of the chosen have the same hits.
 */
export function mostDifferent(candidates: readonly Candidate[], count: number): readonly Candidate[] {
  const left = distinct(candidates);
  const cost = (one: Candidate) => Math.min(1, one.conflicts.length) * UNPLAYABLE;
  const first = left.reduce<Candidate | undefined>(
    (best, one) => (!best || cost(one) < cost(best) ? one : best),
    undefined,
  );
  if (!first) return [];
  const chosen = [first];
  const nearest = new Map(left.map((one) => [one, distance(one, first)]));
  nearest.delete(first);
  while (chosen.length < count && nearest.size) {
    let best: Candidate | undefined;
    let farthest = -Infinity;
    for (const [one, apart] of nearest)
      if (apart - cost(one) > farthest) [best, farthest] = [one, apart - cost(one)];
    if (!best) break;
    chosen.push(best);
    nearest.delete(best);
    for (const [one, apart] of nearest) nearest.set(one, Math.min(apart, distance(one, best)));
  }
  return chosen;
}

function distinct(candidates: readonly Candidate[]): Candidate[] {
  const seen = new Map<string, Candidate>();
  for (const one of candidates) {
    const places = Object.values(one.pattern.own)
      .map((hit) => `${hit.at} ${hit.voice}`)
      .sort()
      .join();
    if (!seen.has(places)) seen.set(places, one);
  }
  return [...seen.values()];
}

function distance(a: Candidate, b: Candidate): number {
  return Math.hypot(...FIGURES.map((figure) => (a.figures[figure] - b.figures[figure]) / SCALES[figure]));
}
