import { feelOf, resolve } from '../../pattern/index.ts';
import {
  type FillRecipe,
  type Hit,
  type Id,
  indexOf,
  NO_EDITS,
  omit,
  type Pattern,
  type Refusal,
  type SongDocument,
  type Voice,
} from '../../song/index.ts';
import { barTicks, beatTicks, type Meter, seedFrom } from '../../time/index.ts';
import { type Candidate, candidateOf } from './candidates.ts';
import { cellHits } from './cells/hits.ts';
import { fillHits } from './hits.ts';
import { fillPattern, rhythmContext } from './make.ts';
import { planRhythm } from './rhythm/plan.ts';
import { strokesIn } from './variety.ts';

/** The fewest and most bars of a long take, and the longest window to choose from it, in bars. */
export const TAKE_BARS = { least: 4, most: 32 };
/** The most bars that a window of a long take has. */
export const LONGEST_WINDOW = 2;

/** A long stretch of fill to choose a window from; places in ticks. */
export interface LongTake {
  /** The pattern of the whole take, not yet of the song. */
  readonly pattern: Pattern;
  readonly bar: number;
  readonly beat: number;
}

/**
 * A long take: the recipe's hits over `bars` bars, each bar drawn anew, over the groove's feet. The same recipe gives the
 * same take. Refused as `makeFill` is.
 */
export function longTake(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  bars: number,
  id: Id,
): LongTake | Refusal {
  const made = fillPattern(document, groove, recipe, id, 'Long take', {});
  if ('reason' in made) return made;
  const resolved = resolve(document, groove);
  const { meter } = feelOf(document, resolved);
  const bar = barTicks(meter);
  const voices = indexOf(document).voicesOf(made.part);
  const count = Math.min(TAKE_BARS.most, Math.max(TAKE_BARS.least, Math.round(bars)));
  const length = count * bar;
  const over = { ...omit(recipe, 'cells', 'over'), takeOver: length, gap: 0 };
  const own =
    recipe.made === 'rhythm first'
      ? cellHits(
          planRhythm(rhythmContext(document, groove, over, length)).cells,
          0,
          new Set(voices.map((voice) => voice.id)),
        )
      : barByBar(over, count, bar, meter, voices);
  const shapes = made.shapes.map((shape) =>
    shape.rule === 'silence' ? { ...shape, from: 0, to: length } : shape,
  );
  const pattern: Pattern = { ...made, ...NO_EDITS, own, shapes, length, window: { from: 0 } };
  return { pattern, bar, beat: beatTicks(meter) };
}

/** The hits of a recipe, each bar drawn anew. */
function barByBar(
  recipe: FillRecipe,
  count: number,
  bar: number,
  meter: Meter,
  voices: readonly Voice[],
): Record<Id, Hit> {
  const own: Record<Id, Hit> = {};
  for (let i = 0; i < count; i++) {
    const seed = seedFrom('long take', recipe.seed, i) >>> 0;
    const hits = fillHits(bar, { ...recipe, takeOver: bar, seed }, meter, voices);
    for (const [hitId, hit] of Object.entries(hits))
      own[`b${i + 1}.${hitId}`] = { ...hit, at: hit.at + i * bar };
  }
  return own;
}

/** A window of a long take with what it would be as a fill. */
export interface Window {
  /** Start in the take, and length, in ticks. */
  readonly from: number;
  readonly length: number;
  /** Score of the landing, 0..1. */
  readonly score: number;
  readonly candidate: Candidate;
}

/**
 * The window as a fill: its hits at the end of a fill that takes over as much. Refused when it leaves the take or is under
 * a beat or over two bars long.
 */
export function windowOf(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  take: LongTake,
  from: number,
  length: number,
): Window | Refusal {
  if (length < take.beat || length > LONGEST_WINDOW * take.bar)
    return { reason: 'A window is from one beat to two bars long.' };
  if (from < 0 || from + length > take.pattern.length) return { reason: 'That window would leave the take.' };
  const end = Math.ceil(length / take.bar) * take.bar;
  const own: Record<Id, Hit> = {};
  for (const [id, hit] of Object.entries(take.pattern.own))
    if (hit.at >= from && hit.at < from + length)
      own[id] = {
        ...hit,
        at: hit.at - from + end - length,
        length: Math.min(hit.length, from + length - hit.at),
      };
  const wanted = { ...recipe, takeOver: length };
  const candidate = candidateOf(document, groove, wanted, own);
  if ('reason' in candidate) return candidate;
  return { from, length, candidate, score: landingScore(candidate, Object.keys(own).length) };
}

/**
 * The windows of a length that would land best, in their order in the take: every start on a beat is scored, and those
 * within half a window of a better one are left out.
 */
export function bestWindows(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  take: LongTake,
  length: number,
  count: number,
): readonly Window[] {
  const all: Window[] = [];
  for (let from = 0; from + length <= take.pattern.length; from += take.beat) {
    const window = windowOf(document, groove, recipe, take, from, length);
    if (!('reason' in window)) all.push(window);
  }
  const best: Window[] = [];
  for (const one of [...all].sort((a, b) => b.score - a.score || a.from - b.from)) {
    if (best.length === count) break;
    if (best.every((other) => Math.abs(other.from - one.from) >= length / 2)) best.push(one);
  }
  return best.sort((a, b) => a.from - b.from);
}

/**
 * Score of a fill's landing, 0..1: an end close to the downbeat, a rise, playable hands, little of the groove, more than one
 * drum, and a rhythm that is no row of even strokes.
 */
function landingScore({ figures, conflicts, pattern }: Candidate, hits: number): number {
  if (!hits) return 0;
  const end = Math.max(0, 1 - Math.abs(figures.leadIn - 0.25));
  const rise = Math.min(1, Math.max(0, 0.5 + figures.lift / 80));
  const playable = conflicts.length ? 0 : 1;
  const { byDrum, onsets } = strokesIn(pattern.own);
  const drums = Math.min(1, (byDrum.size - 1) / 2);
  const gaps = new Set(onsets.slice(1).map((at, i) => at - (onsets[i] ?? 0)));
  const rhythm = Math.min(1, (gaps.size - 1) / 2);
  return (
    0.2 * end +
    0.2 * rise +
    0.2 * playable +
    0.1 * figures.contrast +
    0.15 * Math.max(0, drums) +
    0.15 * Math.max(0, rhythm)
  );
}
