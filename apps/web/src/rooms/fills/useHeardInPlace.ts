import type { Placing } from '@plucky/core/form';
import { type TriedInPlace, tryInPlace } from '@plucky/core/play';
import type { Pattern, SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { usePreviewWhile } from '../../transport/preview.ts';
import { usePlaces, usePlacing } from './session.ts';

/** Words of what is heard in place. */
interface Words {
  readonly title: string;
  /** Its name among the patterns around it. */
  readonly what: string;
  readonly playsAtOnce: boolean;
  /** Settings of its place besides those of the room. */
  readonly more?: Partial<Placing>;
}

/** A pattern that was made of a groove, to be heard in its place. */
export interface InPlace extends Words {
  readonly document: SongDocument;
  readonly groove: Pattern;
  readonly pattern: Pattern | null;
}

/** Lets what is made be heard where the room has agreed to place it, as long as there is something. */
export function useHeardInPlace(
  document: SongDocument,
  groove: Pattern,
  pattern: Pattern | null,
  { title, what, playsAtOnce, more }: Words,
): TriedInPlace | null {
  const { where } = usePlaces(document, groove.id);
  const placing = usePlacing();
  const tried = useMemo(
    () =>
      pattern &&
      // A section that is still to be made says nothing yet of what stands around it.
      tryInPlace(document, groove.id, pattern, where?.kind === 'first' ? undefined : where, {
        ...placing,
        ...more,
      }),
    [document, groove.id, pattern, where, placing, more],
  );
  const detail = tried ? aroundWords(tried, what, groove.name) : '';
  usePreviewWhile(tried, { title, detail, playsAtOnce });
  return tried;
}

/** Names of the patterns around a draft, in the order of hearing. */
function aroundWords({ within, follows }: TriedInPlace, what: string, groove: string): string {
  if (within === undefined) return `${groove}, ${what}, then ${groove} again`;
  return `${within}, ${what}, then ${follows ?? 'the end'}`;
}
