import { CONTROL_STEP } from '../pattern/index.ts';
import {
  type Applied,
  apply,
  type Change,
  type ChangeSet,
  type Id,
  indexOf,
  InvalidSongError,
  type Layer,
  layerLength,
  LIMITS,
  patternsIn,
  type Problem,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
  tooMany,
} from '../song/index.ts';
import { cacheWhileSame } from '../time/index.ts';
import {
  countMessages,
  countPattern,
  mostOfPattern,
  numbersOf,
  type PatternCount,
  strokesOf,
} from './pattern-count.ts';
import { TEMPO_STEP } from './slowing.ts';

/** Size of a stretch of a song: strokes, controller values and tempos, and its layers by bars of 4/4. */
interface Played {
  readonly strokes: number;
  readonly layerBars: number;
}

const BAR = 3840;

/**
 * Applies a change set whole or not at all, as `apply` does, to a song that is to be worked out and played.
 * Throws InvalidSongError, naming every invariant that the result would break and every limit that it would pass. A song
 * that is beyond the limits already may be changed, so that it can be made smaller.
 */
export function applyWithinLimits(document: SongDocument, change: ChangeSet): Applied {
  const applied = apply(document, change);
  mustStayWithinLimits(document, applied);
  return applied;
}

/** Documents whose patterns come to no more than the limits at the most. */
const surelyWithin = new WeakSet<SongDocument>();

/** Throws InvalidSongError where a change of a sound song has made it one beyond the limits. */
export function mustStayWithinLimits(
  before: SongDocument,
  { document: after, change }: Pick<Applied, 'document' | 'change'>,
): void {
  if (surelyWithin.has(before) && isOfSameSize(before, after, change)) {
    surelyWithin.add(after);
    return;
  }
  const problems = sizeProblems(after);
  if (problems.length && !sizeProblems(before).length) throw new InvalidSongError(problems);
}

/** True where all that a change touches are patterns that come to as much as before, so that nothing else has to be counted. */
function isOfSameSize(before: SongDocument, after: SongDocument, change: Change): boolean {
  if (Object.keys(change.added).length || Object.keys(change.removed).length) return false;
  return Object.entries(change.updated).every(
    ([id, [{ kind }]]) =>
      kind === 'pattern' &&
      saysSame(numbersOf(mostOfPattern(before, id)), numbersOf(mostOfPattern(after, id))),
  );
}

/** Way to count a pattern: as it is worked out, or the most that it can come to. */
type Counter = (document: SongDocument, id: Id) => PatternCount;

/**
 * What of a sound song is more than can be worked out and played in a time that one waits for; empty when all is within
 * the limits. What is repeated is counted and not unrolled. Patterns are worked out only where the most that they can come
 * to would be too much.
 */
export function sizeProblems(document: SongDocument): Problem[] {
  if (problemsBy(document, mostOfPattern).length) return problemsBy(document, countPattern);
  surelyWithin.add(document);
  return [];
}

function problemsBy(document: SongDocument, countOf: Counter): Problem[] {
  return [...patternProblems(document, countOf), ...playedProblems(document, countOf)];
}

function patternProblems(document: SongDocument, countOf: Counter): Problem[] {
  const { song, parts, patternsOf } = indexOf(document);
  const problems: Problem[] = [];
  let work = 0;
  for (const part of parts)
    for (const { id } of patternsOf(part.id)) {
      const count = countOf(document, id);
      const most = count.over && LIMITS[count.over];
      if (most)
        problems.push({ path: id, message: `has more than ${most} ${count.over} with what it follows` });
      work += count.work;
      if (work > LIMITS.work)
        return [
          ...problems,
          { path: song.id, message: tooMany('hits to work out in all patterns', work, LIMITS.work) },
        ];
    }
  return problems;
}

function playedProblems(document: SongDocument, countOf: Counter): Problem[] {
  const { song, sections } = indexOf(document);
  const sizes = new Map(sections.map((section) => [section.id, sizeOf(document, section, countOf)]));
  const played = (id: Id) => sizes.get(id)?.played ?? NOTHING;
  const inForm = song.form.reduce((sum, { section, times }) => plus(sum, played(section), times), NOTHING);
  return [...[...sizes.values()].flatMap(({ problems }) => problems), ...tooMuch(`${song.id}.form`, inForm)];
}

function tooMuch(path: string, { strokes, layerBars }: Played): Problem[] {
  const problems: Problem[] = [];
  if (strokes > LIMITS.strokes)
    problems.push({
      path,
      message: tooMany('strokes and controller values as played', strokes, LIMITS.strokes),
    });
  if (layerBars > LIMITS.layerBars)
    problems.push({ path, message: tooMany('bars times layers as played', layerBars, LIMITS.layerBars) });
  return problems;
}

/** Size of a section, and its faults. */
interface Size {
  readonly played: Played;
  readonly problems: readonly Problem[];
}

const sizeCache = cacheWhileSame<Size, Section>();

/** Counted anew only when the section, or how much a pattern that it plays comes to, has changed. */
function sizeOf(document: SongDocument, section: Section, countOf: Counter): Size {
  const counts = new Map(patternsIn(section).map((id) => [id, countOf(document, id)]));
  const from = [...counts.values()].flatMap(numbersOf);
  return sizeCache(section, from, () => {
    const slots = section.slots.map((slot): CountedSlot => ({
      slot,
      layers: slot.layers.flatMap((layer) => {
        const count = counts.get(layer.pattern);
        return count ? [{ layer, count }] : [];
      }),
    }));
    const played = slots.reduce((sum, one) => plus(sum, playedInSlot(one)), NOTHING);
    const repeated = slots.flatMap(({ slot, layers }) =>
      layers
        .filter((one) => layerHits(slot, one) > LIMITS.layerHits)
        .map(() => ({
          path: `${section.id}.slots`,
          message: `${slot.id} repeats more than ${LIMITS.layerHits} hits in one layer`,
        })),
    );
    return { played, problems: [...repeated, ...tooMuch(section.id, played)] };
  });
}

const NOTHING: Played = { strokes: 0, layerBars: 0 };

function plus(a: Played, b: Played, times = 1): Played {
  return { strokes: a.strokes + b.strokes * times, layerBars: a.layerBars + b.layerBars * times };
}

/** A layer and its pattern, counted. */
interface CountedLayer {
  readonly layer: Layer;
  readonly count: PatternCount;
}

interface CountedSlot {
  readonly slot: Slot;
  readonly layers: readonly CountedLayer[];
}

function playedInSlot({ slot, layers }: CountedSlot): Played {
  const steps = Math.min(slot.slows?.over ?? 0, slot.length) + Math.min(slot.tempo?.over ?? 0, slot.length);
  return layers.reduce((sum, one) => plus(sum, playedInLayer(slot, one)), {
    strokes: Math.ceil(steps / TEMPO_STEP),
    layerBars: layers.length ? 0 : 1,
  });
}

function playedInLayer(slot: Slot, { layer, count }: CountedLayer): Played {
  const length = layerLength(layer, slot.length);
  const repeats = Math.ceil(length / count.length);
  const values = count.hasControls ? repeats * Math.ceil(count.length / CONTROL_STEP) * 3 : 0;
  const messages = layer.messages ? countMessages(layer.messages) : repeats * count.messages;
  return {
    strokes: repeats * count.strokes + values + messages + strokesOf(Object.values(layer.own)),
    layerBars: Math.max(1, Math.ceil(length / BAR)),
  };
}

function layerHits(slot: Slot, { layer, count }: CountedLayer): number {
  const repeats = Math.ceil(layerLength(layer, slot.length) / count.length);
  return repeats * count.hits + Object.keys(layer.own).length + layer.silenced.length;
}
