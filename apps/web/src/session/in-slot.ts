import { IN_SLOT, intoSlot, withSlotPattern } from '@plucky/core/form';
import type { Outcome, SongDocument } from '@plucky/core/song';
import { cacheWhileSame } from '@plucky/core/time';
import type { DocumentState, DocumentStore } from '../document/store.ts';
import { useSession } from './store.ts';

/** The song as the rooms see it: with the layer that is edited in its slot only as a pattern, while that is the one in view. */
export function viewedDocument(document: SongDocument): SongDocument {
  const { inSlot, pattern } = useSession.getState();
  return (inSlot && pattern === IN_SLOT && withSlotPattern(document, inSlot)) || document;
}

/** An edit of the song as the rooms see it, as one of the song. */
function storedEdit(document: SongDocument, outcome: Outcome): Outcome {
  const { inSlot, pattern } = useSession.getState();
  return inSlot && pattern === IN_SLOT ? intoSlot(document, inSlot, outcome) : outcome;
}

/** A store that shows the song as the rooms see it; what is taken, undone and saved is the song's. */
export function viewedStore(root: DocumentStore): DocumentStore {
  const stateCache = cacheWhileSame<DocumentState, DocumentState>();
  const viewed = (state: DocumentState): DocumentState => {
    const document = viewedDocument(state.document);
    return document === state.document
      ? state
      : stateCache(state, [document], () => ({ ...state, document }));
  };
  return {
    ...root,
    root,
    storedEdit: (outcome) => storedEdit(root.getState().document, outcome),
    getState: () => viewed(root.getState()),
    subscribe: (listener) => {
      const stops = [
        root.subscribe((state, before) => listener(viewed(state), viewed(before))),
        // Which pattern is in view decides what is seen of the song.
        useSession.subscribe((now, before) => {
          if (now.pattern !== before.pattern || now.inSlot !== before.inSlot)
            listener(viewed(root.getState()), viewed(root.getState()));
        }),
      ];
      return () => stops.forEach((stop) => stop());
    },
  };
}
