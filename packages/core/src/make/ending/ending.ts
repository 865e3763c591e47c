import { besideFollowed, resolve } from '../../pattern/index.ts';
import {
  type Id,
  type Pattern,
  plainHit,
  type Refusal,
  type Slot,
  type SongDocument,
} from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';
import { endOf } from './drop-out.ts';

/** Ending of a groove. */
export interface Ending {
  /** Length in ticks: it replaces as much of the groove. */
  readonly last: number;
  /** One hit that all stops on: where, in ticks before the end, and on which rows; null to play up to the end. */
  readonly stop: {
    readonly before: number;
    readonly voices: readonly Id[];
    readonly velocity: number;
  } | null;
  /** Slowing of its slot; null for in tempo. */
  readonly slows: NonNullable<Slot['slows']> | null;
}

/** Longest ring of the last hit, in ticks. */
const RINGS = 2 * PPQ;

/**
 * An ending of a groove, as a pattern that follows it: from the stop on all rows are silent but for one hit on the chosen
 * ones. The slowing belongs to the slot that it is placed in, since tempo is not a pattern's. Refused for under a beat or
 * over four bars, for a stop outside it or on no row, and when it neither stops nor slows.
 */
export function endingPattern(
  document: SongDocument,
  groove: Id,
  { last, stop, slows }: Ending,
  id: Id,
  name: string,
): Pattern | Refusal {
  const plain = endOf(document, groove, last, 'ending', id, name);
  if ('reason' in plain) return plain;
  if (!stop) return slows ? plain : { reason: 'An ending stops on a hit, slows down, or both.' };
  const at = plain.length - stop.before;
  if (stop.before < 1 || at < 0) return { reason: 'The stop lies outside the ending.' };
  if (!stop.voices.length) return { reason: 'Choose a row that it stops on.' };
  const length = Math.min(RINGS, stop.before);
  const hit = (voice: Id) => plainHit(voice, at, stop.velocity, length);
  return {
    ...plain,
    shapes: [{ id: 'stop', rule: 'silence', voices: null, from: at, to: plain.length }],
    own: besideFollowed(
      Object.fromEntries(stop.voices.map((voice, i) => [`stop-${i + 1}`, hit(voice)])),
      resolve(document, groove).hits,
    ),
  };
}
