import {
  compareHits,
  type HitDifference,
  resolve,
  ROUGHLY,
  soundingOf,
  soundingOver,
  strokesAsHits,
} from '../../pattern/index.ts';
import {
  type Id,
  type IdentifiedHit,
  indexOf,
  NO_EDITS,
  type Pattern,
  type SongDocument,
  withRecord,
} from '../../song/index.ts';
import { liveReference } from '../timeline/reference.ts';
import { referenceHits } from '../timeline/reference-edits.ts';
import type { Tried } from './within.ts';

/** Counterpart of a comparison: another pattern, or a reference from a place in it, in ticks. */
export type Counterpart =
  | { readonly kind: 'pattern'; readonly pattern: Id }
  | { readonly kind: 'reference'; readonly reference: Id; readonly from: number };

/** A pattern held against another one or a reference. */
export interface Comparison {
  readonly name: string;
  readonly hits: readonly IdentifiedHit[];
  readonly differences: readonly HitDifference[];
  /** Notes of a reference that no row plays, counted. */
  readonly unmatched: number;
  /** The counterpart to play. */
  readonly heard: Tried;
}

/** The pattern that stands for a reference while it is heard. */
const HEARD_ID = 'counterpart';

/** Compares a pattern, as A, with its counterpart, as B. Null when that is gone or of another part. */
export function compareWith(document: SongDocument, id: Id, counterpart: Counterpart): Comparison | null {
  const resolved = resolve(document, id);
  const index = indexOf(document);
  const own = soundingOf(resolved);
  if (counterpart.kind === 'pattern') {
    const pattern = index.pattern(counterpart.pattern);
    if (!pattern || pattern.part !== resolved.pattern.part) return null;
    const hits = soundingOver(resolve(document, pattern.id), resolved.pattern.length);
    return {
      name: pattern.name,
      hits,
      differences: compareHits(own, hits),
      unmatched: 0,
      heard: { document, scope: { kind: 'pattern', pattern: pattern.id } },
    };
  }
  const reference = index.references.find((one) => one.id === counterpart.reference);
  if (!reference) return null;
  const { hits, unmatched } = referenceHits(
    document,
    id,
    liveReference(document, reference),
    counterpart.from,
  );
  const differences = compareHits(strokesAsHits(own, index.song.tempo), hits, ROUGHLY);
  return {
    name: reference.name,
    hits,
    differences,
    unmatched: unmatched.reduce((sum, one) => sum + one.count, 0),
    heard: {
      document: withHits(document, resolved.pattern, hits),
      scope: { kind: 'pattern', pattern: HEARD_ID },
    },
  };
}

/** The song with the hits as a pattern that feels as this one does. */
function withHits(document: SongDocument, like: Pattern, hits: readonly IdentifiedHit[]): SongDocument {
  const own = Object.fromEntries(hits.map(({ id, ...hit }) => [id, hit]));
  // It follows the pattern for its feel, and silences all that it plays.
  const voices = indexOf(document).voicesOf(like.part);
  const heard: Pattern = {
    ...like,
    ...NO_EDITS,
    id: HEARD_ID,
    parent: like.id,
    window: { from: 0 },
    own,
    shapes: [
      { id: 'none', rule: 'silence', voices: voices.map((voice) => voice.id), from: 0, to: like.length },
    ],
  };
  return withRecord(document, heard);
}

/**
 * The counterpart that was chosen, while it is there; else what is likeliest meant: what the pattern follows, what
 * follows it, or the next one of its part. Null when there is no other.
 */
export function counterpartOf(
  document: SongDocument,
  id: Id,
  chosen: Counterpart | null,
): Counterpart | null {
  const index = indexOf(document);
  const pattern = index.pattern(id);
  if (!pattern) return null;
  const isOther = chosen?.kind === 'pattern' && chosen.pattern !== id;
  if (isOther && index.pattern(chosen.pattern)?.part === pattern.part) return chosen;
  if (chosen?.kind === 'reference' && index.references.some((one) => one.id === chosen.reference))
    return chosen;
  const others = index.patternsOf(pattern.part).filter((one) => one.id !== id);
  const likely = pattern.parent ?? index.followersOf(id)[0]?.id ?? others[0]?.id;
  return likely ? { kind: 'pattern', pattern: likely } : null;
}
