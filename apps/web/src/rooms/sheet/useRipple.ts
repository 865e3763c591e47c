import { stretchesPlaying } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { useEffect, useMemo } from 'react';
import { useDocumentState } from '../../document/context.tsx';
import { lastReach } from '../../document/last-reach.ts';
import type { Done } from '../../document/store.ts';
import { createForSong } from '../../session/song-store.ts';
import { keyOf } from './chosen-slots.ts';

/** Time for which slots show that an edit has reached them, in ms. */
const LASTS = 1600;

const NONE: ReadonlySet<string> = new Set();

/** The edit whose reach was shown last: each is shown once. */
const useShown = createForSong<{ readonly edit: Done | null }>(() => ({ edit: null }));

/** The keys of the slots that the last edit of a pattern reached beyond it, for a short while. */
export function useRipple(document: SongDocument): ReadonlySet<string> {
  const last = useDocumentState((state) => state.done.at(-1));
  const shown = useShown((state) => state.edit);
  const reached = useMemo(
    () => (last && last !== shown ? slotsReached(document, last) : NONE),
    [document, last, shown],
  );
  useEffect(() => {
    if (!last || last === shown) return;
    const timer = setTimeout(() => useShown.setState({ edit: last }), LASTS);
    return () => clearTimeout(timer);
  }, [last, shown]);
  return reached;
}

function slotsReached(document: SongDocument, last: Done): ReadonlySet<string> {
  const patterns = lastReach(document, last)?.patterns ?? [];
  // A reach of one pattern alone is seen where it was edited.
  if (patterns.length < 2) return NONE;
  const slots = stretchesPlaying(document, new Set(patterns.map(({ id }) => id)));
  return new Set(
    slots.flatMap(({ occurrence, slot }) =>
      occurrence ? [keyOf({ occurrence: occurrence.id, slot: slot.id })] : [],
    ),
  );
}
