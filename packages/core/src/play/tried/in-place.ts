import { type PlaceInSong, type Placing, songStretches } from '../../form/index.ts';
import { feelOf, resolve } from '../../pattern/index.ts';
import {
  apply,
  type ChangeSet,
  type Id,
  InvalidSongError,
  isChange,
  type Pattern,
  type SongDocument,
  stretchOf,
  withRecord,
} from '../../song/index.ts';
import { barTicks } from '../../time/index.ts';
import { tryFill } from './fill.ts';
import type { Tried } from './within.ts';

/** Number of bars before and after that are heard around a draft. */
const AROUND = 2;

/** Id of a pattern while it is tried in another place. */
const TRIED_PATTERN = 'tried-pattern';

/** Something that is heard where it will stand, and what of the song stands around it. */
export interface TriedInPlace extends Tried {
  /** The section in which it begins, and the one that is played after it; null at the song's end, absent outside a song. */
  readonly within?: string;
  readonly follows?: string | null;
}

/** The song after a change; null where that would break a limit of it, as placing would say. */
function applied(document: SongDocument, change: ChangeSet): SongDocument | null {
  try {
    return apply(document, change).document;
  } catch (error) {
    if (error instanceof InvalidSongError) return null;
    throw error;
  }
}

/**
 * A pattern where it will stand: it is placed on trial as it would be, and heard with two bars of the song before it and
 * two after it, all parts with it. Where the song has no such place it is heard between two rounds of its groove.
 */
export function tryInPlace(
  document: SongDocument,
  groove: Id,
  pattern: Pattern,
  place: PlaceInSong | undefined,
  placing: Placing,
): TriedInPlace {
  const alone = () => tryFill(document, groove, pattern, placing.landing);
  if (!place) return alone();
  // One that the song plays already is tried as another, so that the place is told from those where it is.
  const id = Object.hasOwn(document.records, pattern.id) ? TRIED_PATTERN : pattern.id;
  const withIt = withRecord(document, { ...pattern, id });
  const outcome = place.place(withIt, [id], { ...placing, over: true });
  if (!isChange(outcome)) return alone();
  const placed = applied(withIt, outcome);
  if (!placed) return alone();
  const stretches = songStretches(placed);
  const found = stretches.flatMap((stretch) => {
    const layer = stretch.slot.layers.find((one) => one.pattern === id);
    const from = layer && stretchOf(layer, stretch.slot.length)?.from;
    return from === undefined ? [] : [{ stretch, at: stretch.start + from }];
  })[0];
  if (!found) return alone();
  const bar = barTicks(feelOf(document, resolve(document, groove)).meter);
  const end = found.at + pattern.length;
  const next = stretches.find(({ start, slot }) => start + slot.length > end);
  return {
    document: placed,
    scope: { kind: 'span', from: Math.max(0, found.at - AROUND * bar), to: end + (next ? AROUND : 1) * bar },
    within: found.stretch.section.name,
    follows: next?.section.name ?? null,
  };
}
