import {
  compareHits,
  indexOf,
  NO_EDITS,
  referenceHits,
  resolve,
  ROUGHLY,
  soundingOf,
  soundingOver,
  strokesAsHits,
  withPattern,
  type HitDifference,
  type IdentifiedHit,
  type Pattern,
  type Scope,
  type SongDocument,
} from '@plucky/core';
import { useMemo } from 'react';
import { useSession, type Counterpart } from '../../../session/store.ts';
import type { PatternView } from '../pattern-view.ts';

/** A pattern held against another one or a reference. */
export interface Comparison {
  readonly name: string;
  readonly hits: readonly IdentifiedHit[];
  readonly differences: readonly HitDifference[];
  /** Notes of a reference that no row plays, counted. */
  readonly unmatched: number;
  /** What to play to hear the counterpart. */
  readonly heard: { readonly document: SongDocument; readonly scope: Scope };
}

/** The pattern that stands for a reference while it is heard. */
const HEARD_ID = 'counterpart';

/** Compares the pattern in view, as A, with its counterpart, as B. Null when that is gone. */
export function compareWith(view: PatternView, counterpart: Counterpart): Comparison | null {
  const { document, resolved } = view;
  const index = indexOf(document);
  const own = soundingOf(resolved);
  if (counterpart.kind === 'pattern') {
    const pattern = index.pattern(counterpart.pattern);
    if (!pattern || pattern.part !== resolved.pattern.part) return null;
    const hits = soundingOver(resolve(document, pattern.id), view.length);
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
  const { hits, unmatched } = referenceHits(document, resolved.pattern.id, reference, counterpart.from);
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
  return withPattern(document, heard);
}

/** What the pattern in view is compared with while the tool is open; null when it is not. */
export function useComparison(view: PatternView): Comparison | null {
  const isOpen = useSession((session) => session.panel === 'compare');
  const counterpart = useCounterpart(view);
  return useMemo(
    () => (isOpen && counterpart ? compareWith(view, counterpart) : null),
    [view, isOpen, counterpart],
  );
}

/** The chosen counterpart, or what is likeliest meant: what the pattern follows, else what follows it, else the next one. */
export function useCounterpart(view: PatternView): Counterpart | null {
  const chosen = useSession((session) => session.counterpart);
  const { document, resolved } = view;
  return useMemo(() => {
    const { pattern } = resolved;
    const index = indexOf(document);
    const isOther = chosen?.kind === 'pattern' && chosen.pattern !== pattern.id;
    if (isOther && index.pattern(chosen.pattern)?.part === pattern.part) return chosen;
    if (chosen?.kind === 'reference' && index.references.some((one) => one.id === chosen.reference))
      return chosen;
    const others = index.patternsOf(pattern.part).filter((one) => one.id !== pattern.id);
    const likely = pattern.parent ?? index.followersOf(pattern.id)[0]?.id ?? others[0]?.id;
    return likely ? { kind: 'pattern', pattern: likely } : null;
  }, [chosen, document, resolved]);
}
