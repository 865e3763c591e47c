import { CONTROL_STEP } from '../feel/curve.ts';
import { GRACES, rollCount } from '../feel/ornament.ts';
import type { Hit } from '../hit/hit.ts';
import { LIMITS, tooMany } from '../limits.ts';
import { keptWhileSame } from '../made-from.ts';
import type { Id } from '../names.ts';
import { resolve, type ResolvedPattern, soundingOf } from '../pattern/resolve.ts';
import { type Applied, apply } from '../song/apply.ts';
import type { ChangeSet } from '../song/change-set.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { InvalidSongError, type Problem } from '../song/errors.ts';
import { layerLength, patternsIn } from '../song/layers.ts';
import type { Layer, Pattern, Section, Slot } from '../song/records.ts';
import { SLOWING_STEP } from './slowing.ts';

/** What a stretch of a song plays: strokes, controller values and tempos, and its layers by bars of 4/4. */
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
  mustStayWithinLimits(document, applied.document);
  return applied;
}

/** Throws InvalidSongError where a sound song has become one beyond the limits. */
export function mustStayWithinLimits(before: SongDocument, after: SongDocument): void {
  const problems = sizeProblems(after);
  if (problems.length && !sizeProblems(before).length) throw new InvalidSongError(problems);
}

/**
 * What of a sound song is more than can be worked out and played in a time that one waits for; empty when all is within
 * the limits. What is repeated is counted and not unrolled, so that this costs no more than working each pattern out once.
 */
export function sizeProblems(document: SongDocument): Problem[] {
  return [...patternProblems(document), ...playedProblems(document)];
}

function patternProblems(document: SongDocument): Problem[] {
  const { song, parts, patternsOf } = indexOf(document);
  const problems: Problem[] = [];
  let work = 0;
  for (const part of parts)
    for (const pattern of patternsOf(part.id)) {
      const resolved = resolve(document, pattern.id);
      const most = resolved.over && LIMITS[resolved.over];
      if (most)
        problems.push({
          path: pattern.id,
          message: `has more than ${most} ${resolved.over} with what it follows`,
        });
      work += resolved.work + editsOf(pattern);
      if (work > LIMITS.work)
        return [
          ...problems,
          { path: song.id, message: tooMany('hits to work out in all patterns', work, LIMITS.work) },
        ];
    }
  return problems;
}

/** How many edits a pattern holds, those beyond its end or without a hit among them. */
function editsOf({ own, silenced, changed, seen = {} }: Pattern): number {
  return Object.keys(own).length + silenced.length + Object.keys(changed).length + Object.keys(seen).length;
}

function playedProblems(document: SongDocument): Problem[] {
  const { song, sections } = indexOf(document);
  const sizes = new Map(sections.map((section) => [section.id, sizeOf(document, section)]));
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

/** What a section plays, and what of it is too much. */
interface Size {
  readonly played: Played;
  readonly problems: readonly Problem[];
}

const kept = keptWhileSame<Size>();

/** Counted anew only when the section or a pattern that it plays has changed. */
function sizeOf(document: SongDocument, section: Section): Size {
  const patterns = patternsIn(section).map((id) => resolve(document, id));
  return kept(section, patterns, () => {
    const played = playedBy(document, section);
    const repeated = section.slots.flatMap((slot) =>
      slot.layers
        .filter((layer) => layerHits(document, slot, layer) > LIMITS.layerHits)
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

function playedBy(document: SongDocument, section: Section): Played {
  let sum = NOTHING;
  for (const slot of section.slots) {
    const slowing = slot.slows ? Math.ceil(Math.min(slot.slows.over, slot.length) / SLOWING_STEP) : 0;
    sum = plus(sum, { strokes: slowing, layerBars: slot.layers.length ? 0 : 1 });
    for (const layer of slot.layers) sum = plus(sum, playedInLayer(document, slot, layer));
  }
  return sum;
}

function playedInLayer(document: SongDocument, slot: Slot, layer: Layer): Played {
  const source = resolve(document, layer.pattern);
  const length = layerLength(layer, slot.length);
  const repeats = Math.ceil(length / source.pattern.length);
  const values = source.controls.length ? repeats * Math.ceil(source.pattern.length / CONTROL_STEP) * 3 : 0;
  const own = Object.values(layer.own).reduce((sum, hit) => sum + strokesIn(hit), 0);
  return {
    strokes: repeats * strokesOnce(source) + values + own,
    layerBars: Math.max(1, Math.ceil(length / BAR)),
  };
}

function layerHits(document: SongDocument, slot: Slot, layer: Layer): number {
  const source = resolve(document, layer.pattern);
  const repeats = Math.ceil(layerLength(layer, slot.length) / source.pattern.length);
  return repeats * soundingOf(source).length + Object.keys(layer.own).length + layer.silenced.length;
}

const once = new WeakMap<ResolvedPattern, number>();

/** The strokes of a pattern played once, counted once for each pattern as it is worked out. */
function strokesOnce(resolved: ResolvedPattern): number {
  const known = once.get(resolved);
  if (known !== undefined) return known;
  const strokes = soundingOf(resolved).reduce((sum, hit) => sum + strokesIn(hit), 0);
  once.set(resolved, strokes);
  return strokes;
}

function strokesIn({ roll, flam }: Hit): number {
  return (roll ? rollCount(roll) : 1) + (flam ? GRACES[flam.kind] : 0);
}
