import { clampVelocity } from '../../../song/index.ts';
import { PPQ, ticksToMs } from '../../../time/index.ts';
import { LOUDEST_GHOST } from '../cells/cell.ts';
import { beatsIn } from './beats.ts';
import { type FillContext, type FillStroke, levelAt } from './context.ts';

/** No drum is struck again so soon after the groove's own last stroke, in ms. */
const SEAM_MS = 60;
/** The loudest stroke of the last beat is at least the loudest of the rest less this. */
const BELOW_LOUDEST = 5;
/** The least by which the loudest stroke of a rise is louder at its end than at its start. */
const RISE = 6;

/**
 * The strokes of a fill as they are left: none in the recipe's gap, none twice on a drum across the seam, no ghost note
 * within a 16th of the downbeat, and a flam on the last one where it is asked for.
 */
export function finished(context: FillContext, strokes: readonly FillStroke[]): readonly FillStroke[] {
  const kept = atSeam(context, withoutGap(context, once(strokes)));
  return lastFlam(
    context,
    kept.map((one) => notGhostly(context, one)),
  );
}

/** Of two strokes on one drum at one place the first. */
function once(strokes: readonly FillStroke[]): readonly FillStroke[] {
  const seen = new Set<string>();
  return [...strokes]
    .sort((a, b) => a.at - b.at)
    .filter(({ voice, at }) => {
      const key = `${voice} ${at}`;
      return !seen.has(key) && seen.add(key);
    });
}

function withoutGap({ recipe, length }: FillContext, strokes: readonly FillStroke[]) {
  if (!recipe.gap) return strokes;
  const end = length - (recipe.gap * PPQ) / 4;
  const kept = strokes.filter(({ at }) => at < end);
  // Nothing is left of a fill that is shorter than its gap.
  return kept.length ? kept : strokes;
}

function atSeam({ groove, from, tempo }: FillContext, strokes: readonly FillStroke[]) {
  const near = (SEAM_MS * PPQ) / ticksToMs(PPQ, tempo);
  const kept = strokes.filter(
    ({ voice, at }) => !groove.some((hit) => hit.voice === voice && hit.at < from && at - hit.at < near),
  );
  return kept.length ? kept : strokes;
}

function notGhostly(context: FillContext, stroke: FillStroke): FillStroke {
  const isNear = stroke.at >= context.length - PPQ / 4;
  return isNear && stroke.velocity <= LOUDEST_GHOST
    ? { ...stroke, velocity: clampVelocity(levelAt(context, stroke.at)) }
    : stroke;
}

function lastFlam({ recipe }: FillContext, strokes: readonly FillStroke[]): readonly FillStroke[] {
  const last = strokes.findLast(({ by }) => by !== 'F');
  return recipe.flam ? strokes.map((one) => (one === last ? { ...one, grace: 'flam' } : one)) : strokes;
}

/**
 * In rising and even fills that reach the last beat, its loudest stroke is as loud as the rest nearly is, and in rising ones
 * louder than the first third.
 */
export function strongEnd(context: FillContext, strokes: readonly FillStroke[]): readonly FillStroke[] {
  const { recipe, meter, length } = context;
  const { from, to } = recipe.velocity;
  const begin = length - recipe.takeOver;
  const start = beatsIn(begin, length, meter).at(-1)?.start ?? begin;
  const third = recipe.takeOver / 3;
  const inBeat = strokes.filter(({ at }) => at >= start);
  const late = inBeat.filter(({ at }) => at >= length - third);
  const end = late.length ? late : inBeat;
  if (recipe.hill || to < from || !end.length || end.length === strokes.length) return strokes;
  const loudest = (some: readonly FillStroke[]) => Math.max(0, ...some.map(({ velocity }) => velocity));
  const rise = to > from + RISE ? loudest(strokes.filter(({ at }) => at < begin + third)) + RISE : 0;
  const wanted = Math.max(rise, loudest(strokes.filter((one) => !end.includes(one))) - BELOW_LOUDEST);
  const most = loudest(end);
  if (most >= wanted) return strokes;
  const last = end.findLast(({ velocity }) => velocity === most);
  return strokes.map((one) => (one === last ? { ...one, velocity: clampVelocity(wanted) } : one));
}
