import {
  applyShape,
  type FollowedHit,
  type Id,
  indexOf,
  type InheritedValues,
  inSilentRow,
  LIMITS,
  type Pattern,
  playedMeter,
  type ResolvedHit,
  type ShapeContext,
  silencesRows,
  silent,
  type SongDocument,
  soundingHits,
} from '../song/index.ts';
import { cacheBy, cacheWhileSame, type Grid, type Meter, modulo } from '../time/index.ts';
import type { Feel } from './feel/place.ts';
import { notesFromRow } from './from-row.ts';
import { inheritedValues } from './inherit.ts';
import { type LooseEdit, overlay, unroll } from './overlay.ts';

/** A pattern with all that it follows worked out. */
export interface ResolvedPattern extends InheritedValues {
  readonly pattern: Pattern;
  /** By place; silenced hits are among them, marked so. */
  readonly hits: readonly ResolvedHit[];
  /** Hits from the parent, after shapes and before the pattern's own edits. */
  readonly followed: readonly FollowedHit[];
  readonly loose: readonly LooseEdit[];
  /** Hits that were worked out to get here, counted once for each rule. */
  readonly work: number;
  /** The limit that is passed, beyond which the rest was left out; null within the limits. */
  readonly over: 'hits' | 'accents' | 'controls' | 'messages' | null;
}

/** A pattern is kept as in the song, in the song before an edit, and in a tool's preview. */
const resolvedCache = cacheWhileSame<ResolvedPattern, Pattern>(3);

/**
 * Resolves a pattern: the parent's resolved hits, then shapes in order, then changed, silenced and own hits.
 * The result is shared by all who ask while neither the pattern nor what it follows has changed.
 * Throws RangeError when no pattern has this id.
 */
export function resolve(document: SongDocument, id: Id): ResolvedPattern {
  const index = indexOf(document);
  const pattern = index.pattern(id);
  if (!pattern) throw new RangeError(`No pattern has the id ${id}.`);
  // Ancestors first and without recursion, so that a deep family costs no stack.
  const line: Pattern[] = [];
  for (let at: Pattern | undefined = pattern; at; at = at.parent ? index.pattern(at.parent) : undefined)
    line.unshift(at);
  let resolved: ResolvedPattern | null = null;
  for (const one of line) {
    // A drum pattern follows no row itself, so that this goes no deeper.
    const { fromRow } = one;
    const drums = fromRow && index.pattern(fromRow.pattern) ? resolve(document, fromRow.pattern) : null;
    resolved = resolveOne(one, resolved, drums, index.song.meter);
  }
  if (!resolved) throw new RangeError(`No pattern has the id ${id}.`);
  return resolved;
}

function resolveOne(
  pattern: Pattern,
  parent: ResolvedPattern | null,
  drums: ResolvedPattern | null,
  songMeter: Meter,
): ResolvedPattern {
  return resolvedCache(pattern, [parent, drums, songMeter], () => workOut(pattern, parent, drums, songMeter));
}

function workOut(
  pattern: Pattern,
  parent: ResolvedPattern | null,
  drums: ResolvedPattern | null,
  songMeter: Meter,
): ResolvedPattern {
  const stretch = parent
    ? { from: windowStart(pattern, parent.pattern), length: pattern.length, period: parent.pattern.length }
    : { from: 0, length: pattern.length, period: pattern.length };
  const values = inheritedValues(pattern, parent, stretch);
  const unrolled = parent
    ? unroll(soundingOf(parent), stretch.period, stretch.from, stretch.length)
    : drums && pattern.fromRow
      ? notesFromRow(soundingOf(drums), pattern.fromRow, drums.pattern.length, pattern.length)
      : [];
  const context = { meter: values.meter ?? songMeter, length: pattern.length };
  const { shaped, work, isOver } = shapedWithinLimits(unrolled, pattern, context);
  const { followed, hits, loose } = overlay(shaped, pattern, pattern.length);
  const over =
    isOver || hits.length > LIMITS.hits
      ? 'hits'
      : values.accents.length > LIMITS.accents
        ? 'accents'
        : values.controls.length > LIMITS.controls
          ? 'controls'
          : values.messages.says.length > LIMITS.messages
            ? 'messages'
            : null;
  return {
    ...values,
    accents: atMost(values.accents, LIMITS.accents),
    controls: atMost(values.controls, LIMITS.controls),
    pattern,
    hits: withSilentRows(hits, pattern),
    followed,
    loose,
    work: work + hits.length,
    over,
  };
}

/** Runs the shapes of a pattern until there are more hits than a pattern may have, and counts what was worked out. */
function shapedWithinLimits(hits: readonly FollowedHit[], { shapes }: Pattern, context: ShapeContext) {
  let shaped = atMost(hits, LIMITS.hits);
  let isOver = hits.length > LIMITS.hits;
  let work = shaped.length;
  for (const shape of shapes) {
    if (isOver) break;
    if (shape.off) continue;
    const next = applyShape(shaped, shape, context);
    work += next.length;
    isOver = next.length > LIMITS.hits;
    shaped = atMost(next, LIMITS.hits);
  }
  return { shaped, work, isOver };
}

/** The hits with those silent whose rows are. */
function withSilentRows(hits: readonly ResolvedHit[], { shapes }: Pattern): readonly ResolvedHit[] {
  const rules = shapes.filter(silencesRows);
  if (!rules.length) return hits;
  return hits.map((hit) => (hit.origin !== 'silenced' && inSilentRow(rules, hit) ? silent(hit) : hit));
}

function atMost<T>(items: readonly T[], most: number): readonly T[] {
  return items.length > most ? items.slice(0, most) : items;
}

const soundingCache = cacheBy(({ hits }: ResolvedPattern) => soundingHits(hits));

/** Hits of a pattern that followers and slots play, made once for all of them. */
export function soundingOf(resolved: ResolvedPattern): readonly FollowedHit[] {
  return soundingCache(resolved);
}

/** Hits of a pattern from a place on, repeated or cut to `length` ticks, as a layer of that length plays them. */
export function soundingOver(resolved: ResolvedPattern, length: number, start = 0): readonly FollowedHit[] {
  const period = resolved.pattern.length;
  return unroll(soundingOf(resolved), period, start % period, length, LIMITS.layerHits);
}

/** Start of a follower in its parent: at the end for fills and endings, at the start for others. */
export function windowStart(pattern: Pattern, parent: Pick<Pattern, 'length'>): number {
  if (pattern.window) return pattern.window.from % parent.length;
  const atEnd = pattern.role === 'fill' || pattern.role === 'ending';
  return atEnd ? modulo(parent.length - pattern.length, parent.length) : 0;
}

/**
 * What moves the hits of a pattern by itself off their written places: the song's tempo, its family's meter, or that in which
 * it is played, and swing.
 */
export function feelOf(document: SongDocument, { pattern, meter, swing }: ResolvedPattern): Feel {
  const { song } = indexOf(document);
  return {
    tempo: song.tempo,
    meter: meter ?? playedMeter(document, pattern.id),
    swing: swing ?? song.swing,
  };
}

/** The pattern's own grid for a voice, or one that it follows, or the voice's. */
export function gridOf(resolved: ResolvedPattern, voice: { readonly id: Id; readonly grid: Grid }): Grid {
  return resolved.grids[voice.id] ?? voice.grid;
}

/** Number of own, changed and silenced hits of a pattern that still apply. */
export function countEdits({ pattern, loose }: ResolvedPattern): number {
  const own = Object.values(pattern.own).filter((hit) => hit.at < pattern.length).length;
  return own + Object.keys(pattern.changed).length + pattern.silenced.length - loose.length;
}
