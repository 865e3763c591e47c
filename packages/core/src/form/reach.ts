import { followersOf, resolve, type ResolvedPattern, soundingOf } from '../pattern/index.ts';
import {
  byPlace,
  type FollowedHit,
  type Id,
  indexOf,
  INHERITED_FIELDS,
  type Pattern,
  type SongDocument,
} from '../song/index.ts';
import { songStretches, type Stretch } from './stretches.ts';

/**
 * Reach of an edit of a pattern: the patterns that it changes, and the slots of the song, repeats included, that play them.
 */
export interface Reach {
  readonly patterns: readonly Pattern[];
  readonly slots: number;
}

/** All that follows a pattern or a row of it, and the slots that play it or any of these. */
export function reachOf(document: SongDocument, pattern: Id): Reach {
  const { rowFollowersOf } = indexOf(document);
  const below = followersOf(document, pattern);
  const notes = [pattern, ...below.map((one) => one.id)]
    .flatMap(rowFollowersOf)
    .flatMap((one) => [one, ...followersOf(document, one.id)]);
  const patterns = [...below, ...notes];
  return { patterns, slots: slotsPlaying(document, new Set([pattern, ...patterns.map((one) => one.id)])) };
}

/** Reach of an edit that was made. */
export interface ChangeReach extends Reach {
  /** Patterns that follow an edited one and sound as before: they say otherwise about what was edited. */
  readonly kept: readonly Pattern[];
}

/** Which patterns sound otherwise in `after` than in `before`, and which of their followers do not. */
export function reachOfChange(before: SongDocument, after: SongDocument): ChangeReach {
  const { patternsOf, parts, pattern } = indexOf(after);
  const all = parts.flatMap((part) => patternsOf(part.id));
  const old = indexOf(before);
  const patterns = all.filter(
    ({ id }) => !old.pattern(id) || !soundsAlike(resolve(before, id), resolve(after, id)),
  );
  const reached = new Set(patterns.map((one) => one.id));
  const follows = (one: Pattern): boolean => {
    for (let at = one.parent; at; at = pattern(at)?.parent) if (reached.has(at)) return true;
    return false;
  };
  const kept = all.filter((one) => !reached.has(one.id) && follows(one));
  return { patterns, slots: slotsPlaying(after, reached), kept };
}

/** The slots of the song that play any of some patterns, repeats included, in their order. */
export function stretchesPlaying(document: SongDocument, patterns: ReadonlySet<Id>): readonly Stretch[] {
  return songStretches(document).filter(({ slot }) =>
    slot.layers.some((layer) => patterns.has(layer.pattern)),
  );
}

function slotsPlaying(document: SongDocument, patterns: ReadonlySet<Id>): number {
  return stretchesPlaying(document, patterns).length;
}

function soundsAlike(a: ResolvedPattern, b: ResolvedPattern): boolean {
  if (a === b) return true;
  return JSON.stringify(soundOf(a)) === JSON.stringify(soundOf(b));
}

/** All that is heard of a pattern, as a value to compare. */
function soundOf(resolved: ResolvedPattern) {
  const hits = [...soundingOf(resolved)].sort(byPlace).map(heardOf);
  return [resolved.pattern.length, ...INHERITED_FIELDS.map((field) => resolved[field]), hits];
}

function heardOf({ voice, at, velocity, length, offsetMs, pitch, pan, roll, flam }: FollowedHit) {
  return [voice, at, velocity, length, offsetMs, pitch, pan ?? 0, roll ?? null, flam ?? null];
}
