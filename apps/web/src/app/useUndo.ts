import { indexOf } from '@plucky/core/song';
import { useShallow } from 'zustand/react/shallow';
import { useDocumentState, useDocumentStore } from '../document/context.tsx';
import type { Done, UndoStack } from '../document/store.ts';
import { nextDeeds, redo, type Taken, undo } from '../document/undo.ts';
import { whereIs } from '../document/where.ts';
import { choosePattern } from '../session/groove.ts';
import { useOpenRoom } from '../session/rooms.ts';
import { useSession } from '../session/store.ts';
import { dismissNotices, notify } from '../shared/ui/notify.ts';

/** Undo and redo of the room that is open, with words for the next of each. */
export interface Undo {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly last: string | undefined;
  readonly next: string | undefined;
}

/** A deed with the place where it is seen. */
function inWords(done: Done | null): string | undefined {
  return done ? `${done.label}, ${whereIs(done.change).words}` : undefined;
}

/**
 * In the Fills room edits of drafts are undone first, and what was kept or placed of them; elsewhere the song's. What is not in
 * view is told.
 */
export function useUndo(): Undo {
  const store = useDocumentStore();
  const room = useOpenRoom();
  const stack: UndoStack = room === 'fills' ? 'drafts' : 'song';
  const words = useDocumentState(
    useShallow((state) => {
      const next = nextDeeds(state, stack);
      return { last: inWords(next.undo), next: inWords(next.redo) };
    }),
  );
  const tell = (done: Taken | null, said: string, nothing: string) => {
    dismissNotices();
    if (!done) {
      notify(`${nothing}.`);
      return;
    }
    const where = whereIs(done.change);
    const { pattern } = useSession.getState();
    const isSeen = where.room === room && (where.pattern === undefined || where.pattern === pattern);
    if (done.extent !== 'all')
      notify(
        `“${done.label}” was changed in another window since: ${done.extent === 'none' ? 'it stays as it is' : 'the rest of it stays as it is'}.`,
        { variant: 'warning' },
      );
    else if (!isSeen) {
      notify(`${said}: ${inWords(done)}.`);
      const isThere =
        where.pattern !== undefined && indexOf(store.getState().document).pattern(where.pattern);
      if (room === 'groove' && isThere) choosePattern(isThere.id);
    }
  };
  return {
    ...words,
    undo: () => tell(undo(store, stack), 'Undone', 'Nothing to undo'),
    redo: () => tell(redo(store, stack), 'Done again', 'Nothing to do again'),
  };
}
