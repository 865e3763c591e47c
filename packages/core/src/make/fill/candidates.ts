import { feelOf, resolve } from '../../pattern/index.ts';
import {
  type FillRecipe,
  type Hit,
  type Id,
  indexOf,
  type LimbConflict,
  omit,
  type Pattern,
  type Refusal,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { randomFrom, seedFrom } from '../../time/index.ts';
import { cellWords } from './cells/describe.ts';
import { groupingName } from './cells/grouping.ts';
import { cellHits, repeatsCell } from './cells/hits.ts';
import { planCells } from './cells/plan.ts';
import { chooseDifferent, type DrawnFill } from './choose-different.ts';
import { describeFill, type FillWords } from './describe.ts';
import { fillHits } from './hits.ts';
import { contextFor, fillPattern, rhythmContext } from './make.ts';
import { type FillFigures, limbsOf, measureFill } from './measure.ts';
import { holdsAir } from './rhythm/beats.ts';
import { planRhythm } from './rhythm/plan.ts';
import { kindWords } from './rhythm/words.ts';
import { drumsOf } from './travel.ts';
import { strokesIn } from './variety.ts';

/** Number of fills made to choose the shown ones from, in general and for playable ones only. */
export const POOL = 500;
const WIDE_POOL = 2000;
/** By how much the pool's fills are busier or less busy than the recipe says, in percent points. */
const BUSY_SPREAD = 18;

/** A fill to choose from: the pattern, not yet of the song, with what can be said of it. */
export interface Candidate {
  readonly pattern: Pattern;
  readonly figures: FillFigures;
  readonly conflicts: readonly LimbConflict[];
  readonly words: FillWords;
}

/** Fills to choose from, and why they are fewer than were asked for; null where they are as many. */
export interface CandidateList {
  readonly fills: readonly Candidate[];
  readonly short: string | null;
}

/**
 * Fills of a recipe that a person would call different: of a pool made from seeds that follow from the recipe's own, each
 * next one shares the fewest strokes with those chosen, at most half with any, and is described otherwise. Those that
 * repeat a cell and those that hands can play come first; with `playableOnly` no others come at all, and the pool is wider.
 * The same recipe gives the same candidates. Refused as `makeFill` is.
 */
export function fillCandidates(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  count: number,
  playableOnly = false,
): CandidateList | Refusal {
  const random = randomFrom(seedFrom('candidates', recipe.seed));
  const base = omit(recipe, 'cells', 'over');
  const first = fillPattern(document, groove, base, 'first', 'Fill');
  if ('reason' in first) return first;
  const context = contextFor(document, groove, base, first.length);
  const rhythm = rhythmContext(document, groove, base, first.length);
  const known = new Set(context.voices.map((voice) => voice.id));
  const draw = (i: number): DrawnFill => {
    const busy = Math.min(100, Math.max(5, base.busy + (i ? random.whole(-BUSY_SPREAD, BUSY_SPREAD) : 0)));
    const seed = i ? seedFrom('candidate', base.seed, i) >>> 0 : base.seed;
    const drawn = { ...base, busy, seed };
    if (drawn.made === 'at random') {
      const hits = fillHits(first.length, drawn, context.meter, context.voices);
      return { recipe: drawn, strokes: strokesIn(hits), repeats: true, traits: [] };
    }
    const from = first.length - base.takeOver;
    if (drawn.made === 'rhythm first') {
      const planned = planRhythm({ ...rhythm, recipe: drawn });
      const strokes = strokesIn(cellHits(planned.cells, from, known));
      const hasAir = holdsAir(strokes.onsets, first.length);
      const { kind } = planned.cells;
      return { recipe: { ...drawn, ...planned }, strokes, repeats: true, traits: [], kind, hasAir };
    }
    const cells = planCells({ ...context, recipe: drawn });
    const hits = cellHits(cells, from, known);
    return {
      recipe: { ...drawn, cells },
      strokes: strokesIn(hits),
      repeats: repeatsCell(cells),
      traits: [
        groupingName(cells.cells.map((cell) => cell.steps)),
        ...new Set(cells.cells.map((cell) => cell.figure)),
      ],
    };
  };
  const pool = Array.from({ length: playableOnly ? WIDE_POOL : POOL }, (_, i) => draw(i));
  const measure = (one: DrawnFill) => {
    const made = candidateOf(document, groove, one.recipe);
    return 'reason' in made ? null : made;
  };
  const fills = chooseDifferent(pool, count, measure, playableOnly);
  const short =
    fills.length < count
      ? shortBecause(fills.length, pool, playableOnly, indexOf(document).song.tempo)
      : null;
  return { fills, short };
}

/** Why fewer fills are shown than were asked for. */
function shortBecause(
  found: number,
  pool: readonly DrawnFill[],
  playableOnly: boolean,
  tempo: number,
): string {
  const kinds = new Set(
    pool.map(({ strokes }) => [...strokes.byDrum].map(([drum, at]) => `${drum} ${at.join()}`).join()),
  ).size;
  const those = found === 1 ? 'Only one fill' : `Only ${found} fills`;
  return playableOnly && kinds > found
    ? `${those} of ${pool.length} can be played at ${tempo} bpm and differ in half of their strokes. Longer notes, or a slower song, leave more.`
    : `${those} of ${pool.length} differ in half of their strokes. A longer take-over, more drums, figures or note values leave more.`;
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
  const withIt = withRecord(document, pattern);
  const figures = measureFill(withIt, pattern.id, takeOver);
  return {
    pattern,
    figures,
    conflicts: limbsOf(withIt, pattern.id, pattern.length - takeOver).conflicts,
    words: wordsOf(withIt, pattern, figures),
  };
}

/** Words for a fill: its cells where it has any, else its figures. */
function wordsOf(document: SongDocument, pattern: Pattern, figures: FillFigures): FillWords {
  const { cells, over, drums = [], path = [], travel = 'anywhere' } = pattern.madeBy ?? {};
  if (!cells) return describeFill(figures);
  const voices = indexOf(document).voicesOf(pattern.part);
  const { meter } = feelOf(document, resolve(document, pattern.id));
  const round = drumsOf({ drums, path, travel }, voices);
  return cells.kind
    ? kindWords(cells, cells.kind, round, voices, meter, over)
    : cellWords(cells, round, meter);
}

/** Weight of each figure when fills are compared: about one for the usual distance between two fills. */
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

/** Cost of a fill that hands and feet cannot play, as a distance. */
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
