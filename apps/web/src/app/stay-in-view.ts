import type { DocumentStore } from '../document/store.ts';
import { choosePattern } from '../session/groove.ts';
import { viewedDocument } from '../session/in-slot.ts';
import { patternInView, useSession } from '../session/store.ts';

/**
 * When an undo takes away the open pattern, what was chosen in it goes too, so that nothing is done to hits of another
 * one that have the same ids; the first pattern is open then. Gives back how to stop.
 */
export function stayInView(store: DocumentStore): () => void {
  return store.subscribe(({ document }) => {
    const open = useSession.getState().pattern;
    const inView = patternInView(viewedDocument(document), open);
    if (open !== null && inView !== null && inView !== open) choosePattern(inView);
  });
}
