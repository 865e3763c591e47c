import {
  besideFollowed,
  feelOf,
  gridOf,
  heardPlace,
  lastPlaceIn,
  ON_TIME,
  resolve,
  soundingOf,
  unroll,
} from '../../pattern/index.ts';
import {
  type FillRecipe,
  type Hit,
  type Id,
  indexOf,
  NO_EDITS,
  omit,
  type Outcome,
  type Pattern,
  type Refusal,
  type SongDocument,
  type Voice,
} from '../../song/index.ts';
import { barTicks, beatTicks, type Meter, modulo, ticksToMs } from '../../time/index.ts';
import { type CellContext, cellContext } from './cells/cell.ts';
import { usesFoot } from './cells/hits.ts';
import { planCells } from './cells/plan.ts';
import { fillHits } from './hits.ts';
import { type FillContext, fillContext, type GrooveEnd } from './rhythm/context.ts';
import { planRhythm } from './rhythm/plan.ts';
import { roundTheKit } from './travel.ts';

/** The parts of a recipe that most fills share; take-over, travel, busy and seed are what tells them apart. */
export const USUAL_FILL: Omit<FillRecipe, 'takeOver' | 'seed'> = {
  made: 'rhythm first',
  groupings: [],
  figures: [],
  drums: [],
  values: [4],
  travel: 'down',
  path: [],
  busy: 70,
  velocity: { from: 62, to: 104 },
  anchor: null,
  feet: 'keep',
  manner: 'hands',
  gap: 0,
  flam: false,
  kick: false,
  loose: 0,
};

/** The most bars that a fill takes over. */
export const MOST_BARS = 4;

/**
 * A fill at the end of a groove, as a pattern that follows it: in the take-over the hands fall silent, and the feet unless
 * they go on, and the recipe's own hits are played. The same recipe gives the same fill.
 * Refused for a take-over of under a beat or over four bars, and for parts that are not drums.
 */
export function makeFill(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  id: Id,
  name: string,
): Outcome {
  const pattern = fillPattern(document, groove, recipe, id, name);
  if ('reason' in pattern) return pattern;
  return { label: `fill from ${resolve(document, groove).pattern.name}`, put: [pattern], remove: [] };
}

/**
 * A fill to be made in the rows: it follows the end of a groove as it is, or with hands and feet `silent` in the take-over.
 * Refused as `makeFill` is.
 */
export function makeByHand(
  document: SongDocument,
  groove: Id,
  takeOver: number,
  silent: boolean,
  id: Id,
  name: string,
): Outcome {
  const recipe = { ...USUAL_FILL, takeOver, feet: 'none' as const, seed: 0 };
  const made = fillPattern(document, groove, recipe, id, name, {});
  if ('reason' in made) return made;
  const pattern = omit(silent ? made : { ...made, shapes: [] }, 'madeBy');
  return { label: `fill by hand from ${resolve(document, groove).pattern.name}`, put: [pattern], remove: [] };
}

/** The pattern of a fill with hits of the recipe, or with those that are given instead. */
export function fillPattern(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  id: Id,
  name: string,
  instead?: Readonly<Record<Id, Hit>>,
): Pattern | Refusal {
  const index = indexOf(document);
  const resolved = resolve(document, groove);
  const { pattern: source } = resolved;
  const { meter } = feelOf(document, resolved);
  const voices = index.voicesOf(source.part);
  if (index.part(source.part)?.type !== 'drums') return { reason: 'Fills are made from drum patterns.' };
  if (recipe.takeOver < beatTicks(meter)) return { reason: 'A fill takes over at least one beat.' };
  if (recipe.takeOver > MOST_BARS * barTicks(meter))
    return { reason: `A fill takes over at most ${MOST_BARS} bars.` };
  if (!roundTheKit(voices).length) return { reason: 'The kit has no drum that hands could play a fill on.' };
  const length = fillLength(recipe.takeOver, meter);
  const from = length - recipe.takeOver;
  const settled = settle(document, groove, recipe, length, instead !== undefined);
  const silenced = voices.filter((voice) => fallsSilent(voice, settled)).map((voice) => voice.id);
  return {
    ...NO_EDITS,
    id,
    kind: 'pattern',
    part: source.part,
    name,
    role: 'fill',
    length,
    order: lastPlaceIn(document, source.part),
    parent: groove,
    window: { from: modulo(source.length - length, source.length) },
    shapes: silenced.length ? [{ id: 'take-over', rule: 'silence', voices: silenced, from, to: length }] : [],
    own: besideFollowed(instead ?? fillHits(length, settled, meter, voices), resolved.hits),
    grids: {},
    ...(recipe.loose > 0
      ? {
          humanise: {
            ms: recipe.loose,
            velocity: Math.round(recipe.loose / 2),
            seed: recipe.seed,
            as: 'player',
          },
        }
      : {}),
    madeBy: settled,
  };
}

/** The recipe with its cells worked out; without any where the strokes are other ones. */
function settle(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  length: number,
  isOtherwise: boolean,
): FillRecipe {
  if (recipe.made === 'at random' || isOtherwise) return recipe.cells ? omit(recipe, 'cells') : recipe;
  if (recipe.cells) return recipe;
  return recipe.made === 'by cells'
    ? { ...recipe, cells: planCells(contextFor(document, groove, recipe, length)) }
    : { ...recipe, ...planRhythm(rhythmContext(document, groove, recipe, length)) };
}

/** The setting of a fill that is made rhythm first. */
export function rhythmContext(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  length: number,
): FillContext {
  return fillContext(recipe, grooveOver(document, groove, length), length);
}

/** The end of a groove over so many ticks, with its kit and feel. */
function grooveOver(document: SongDocument, groove: Id, length: number): GrooveEnd {
  const resolved = resolve(document, groove);
  const { pattern } = resolved;
  const from = modulo(pattern.length - length, pattern.length);
  const feel = feelOf(document, resolved);
  return {
    ...{ meter: feel.meter, tempo: feel.tempo },
    msOf: (at, voice) => ticksToMs(heardPlace(at, ON_TIME, voice, gridOf(resolved, voice), feel), feel.tempo),
    voices: indexOf(document).voicesOf(pattern.part),
    hits: unroll(soundingOf(resolved), pattern.length, from, length),
  };
}

/** The setting of a fill's cells over a groove. */
export function contextFor(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  length: number,
): CellContext {
  const { meter, voices, hits } = grooveOver(document, groove, length);
  return cellContext(recipe, meter, length, voices, hits);
}

/** Hands fall silent in the take-over; feet too, but for a kick that goes on and has no part in the fill. */
function fallsSilent(voice: Voice, { feet, manner, made, cells }: FillRecipe): boolean {
  if (voice.limb === 'hand') return true;
  if (voice.limb === 'left foot') return feet !== 'keep';
  const takesPart = made !== 'at random' ? cells !== undefined && usesFoot(cells) : manner === 'linear';
  return takesPart || (feet !== 'keep' && feet !== 'both');
}

/** The whole bars that hold a take-over, in ticks. */
export function fillLength(takeOver: number, meter: Meter): number {
  return Math.ceil(takeOver / barTicks(meter)) * barTicks(meter);
}
