import { useShallow } from 'zustand/react/shallow';
import { useDocumentState, useDocumentStore } from '../document/context.tsx';
import type { UndoStack } from '../document/store.ts';
import { nextDeeds, redo, type Taken, undo } from '../document/undo.ts';
import { useOpenRoom } from '../session/rooms.ts';
import { notify } from '../shared/ui/notify.ts';

/** Undo and redo of the room that is open, with words for the next of each. */
export interface Undo {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly last: string | undefined;
  readonly next: string | undefined;
}

/** In the Fills room edits of drafts are undone, and what was kept or placed of them, which is told; elsewhere the song's. */
export function useUndo(): Undo {
  const store = useDocumentStore();
  const stack: UndoStack = useOpenRoom() === 'fills' ? 'drafts' : 'song';
  const words = useDocumentState(
    useShallow((state) => {
      const next = nextDeeds(state, stack);
      return { last: next.undo?.label, next: next.redo?.label };
    }),
  );
  const tell = (done: Taken | null, said: string, nothing: string) => {
    if (!done) notify(stack === 'drafts' ? `${nothing} among the drafts.` : `${nothing}.`);
    else if (done.extent !== 'all')
      notify(
        `“${done.label}” was changed in another window since: ${done.extent === 'none' ? 'it stays as it is' : 'the rest of it stays as it is'}.`,
        { variant: 'warning' },
      );
    else if (stack === 'drafts' && done.stack === 'song') notify(`${said}: ${done.label}.`);
  };
  return {
    ...words,
    undo: () => tell(undo(store, stack), 'Undone', 'Nothing to undo'),
    redo: () => tell(redo(store, stack), 'Done again', 'Nothing to do again'),
  };
}
