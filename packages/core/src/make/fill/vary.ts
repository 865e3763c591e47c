import {
  type CellPlan,
  type FillRecipe,
  type Hit,
  type Id,
  indexOf,
  omit,
  type Refusal,
  type SongDocument,
} from '../../song/index.ts';
import { gridTicks, type Random, randomFrom, seedFrom } from '../../time/index.ts';
import { type Candidate, candidateOf, mostDifferent } from './candidates.ts';
import type { CellContext } from './cells/cell.ts';
import { exchangeCell, lowerCell, mirrorCell, moveEdge, turnGrouping } from './cells/edit-plan.ts';
import { contextFor } from './make.ts';
import { roundTheKit } from './travel.ts';

/** Number of neighbours made to choose the shown ones from, and the most changes of each. */
const [NEIGHBOURS, MOST_CHANGES] = [80, 3];

/**
 * Fills near one: each has its hits but for one to three, which stand on another drum, a step aside, or not at all. The
 * same fill and seed give the same neighbours.
 */
export function moreLike(
  document: SongDocument,
  groove: Id,
  candidate: Candidate,
  seed: number,
  count: number,
): readonly Candidate[] | Refusal {
  const recipe = recipeOf(candidate);
  const { cells } = recipe;
  const made: Candidate[] = [];
  for (let i = 0; i < NEIGHBOURS; i++) {
    const random = randomFrom(seedFrom('more like', seed, i));
    const named = { ...recipe, seed: seedFrom('near', seed, i) >>> 0 };
    const one = cells
      ? candidateOf(document, groove, {
          ...named,
          cells: nearPlan(cells, contextFor(document, groove, recipe, candidate.pattern.length), random),
        })
      : candidateOf(document, groove, named, changed(document, candidate, recipe, random));
    if ('reason' in one) return one;
    made.push(one);
  }
  return mostDifferent(made, count);
}

/** A plan with one to three of its cells changed. */
function nearPlan(plan: CellPlan, context: CellContext, random: Random): CellPlan {
  let now = plan;
  const count = random.whole(1, MOST_CHANGES);
  for (let i = 0; i < count; i++) {
    const index = random.whole(0, now.cells.length - 1);
    const seed = random.whole(0, 0xffffff);
    const next = [
      () => exchangeCell(now, index, context, seed),
      () => mirrorCell(now, index),
      () => lowerCell(now, index, context),
      () => moveEdge(now, index, random.chance(0.5) ? 1 : -1, context),
      () => turnGrouping(now),
    ][random.whole(0, 4)]?.();
    if (next && !('reason' in next)) now = next;
  }
  return now;
}

/** The recipe that a candidate was made from. */
export function recipeOf({ pattern }: Candidate): FillRecipe {
  const { madeBy } = pattern;
  if (!isWhole(madeBy)) throw new RangeError('A candidate always has its recipe.');
  return madeBy;
}

function isWhole(recipe: Candidate['pattern']['madeBy']): recipe is FillRecipe {
  return recipe !== undefined && 'values' in recipe && 'velocity' in recipe && 'made' in recipe;
}

function changed(
  document: SongDocument,
  { pattern }: Candidate,
  recipe: FillRecipe,
  random: Random,
): Record<Id, Hit> {
  const hits: Record<Id, Hit> = { ...pattern.own };
  const drums = roundTheKit(indexOf(document).voicesOf(pattern.part));
  const from = pattern.length - recipe.takeOver;
  const step = gridTicks(recipe.values[0] ?? 4);
  const count = random.whole(1, MOST_CHANGES);
  for (let i = 0; i < count; i++) {
    const ids = Object.keys(hits);
    if (ids.length < 2) break;
    const id = random.choose(ids);
    const hit = hits[id];
    if (!hit) continue;
    const isFree = (voice: Id, at: number) =>
      !Object.values(hits).some((other) => other.voice === voice && other.at === at);
    const deed = random.whole(0, 2);
    const voice = random.choose(drums).id;
    const at = hit.at + (random.chance(0.5) ? step : -step);
    if (deed === 0 && isFree(voice, hit.at)) hits[id] = { ...hit, voice };
    else if (deed === 1 && at > from && at + hit.length <= pattern.length && isFree(hit.voice, at))
      hits[id] = { ...hit, at };
    else if (deed === 2 && hit.at > from) delete hits[id];
  }
  return hits;
}

/**
 * The fill made anew with another seed, but for the hits in the beats that are locked: `locked` are beats of the take-over,
 * counted from 0. Refused as `makeFill` is.
 */
export function remakeAround(
  document: SongDocument,
  groove: Id,
  candidate: Candidate,
  locked: ReadonlySet<number>,
  beat: number,
  seed: number,
): Candidate | Refusal {
  const recipe = { ...omit(recipeOf(candidate), 'cells', 'over'), seed };
  const fresh = candidateOf(document, groove, recipe);
  if ('reason' in fresh) return fresh;
  const from = candidate.pattern.length - recipe.takeOver;
  const isLocked = (hit: Hit) => locked.has(Math.floor((hit.at - from) / beat));
  const hits: Record<Id, Hit> = {};
  for (const [id, hit] of Object.entries(fresh.pattern.own)) if (!isLocked(hit)) hits[id] = hit;
  for (const [id, hit] of Object.entries(candidate.pattern.own)) if (isLocked(hit)) hits[`l${id}`] = hit;
  return candidateOf(document, groove, recipe, hits);
}
