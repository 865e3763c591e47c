import { DRAFTS, type Drafts, indexOf, NO_DRAFTS, type Outcome, type SongDocument } from '@plucky/core/song';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useDocumentState, useDocumentStore, useEdit } from '../../document/context.tsx';
import { settle } from '../../document/store.ts';

/** Drafts of a song; a clear one where nothing was ever laid on it. */
export function draftsOf(document: SongDocument): Drafts {
  return indexOf(document).drafts ?? NO_DRAFTS;
}

export function useDrafts(): Drafts {
  return useDocumentState((state) => draftsOf(state.document));
}

/** Deeds on drafts: by an edit that is undone there, or by a result that was worked out for one. */
export interface DraftEdits {
  readonly now: () => Drafts;
  readonly change: (label: string, make: (drafts: Drafts) => Drafts, gesture?: string) => boolean;
  readonly settle: (label: string, make: (drafts: Drafts) => Drafts) => void;
}

export function useDraftEdits(): DraftEdits {
  const store = useDocumentStore();
  const edit = useEdit();
  return useMemo(() => {
    const now = () => draftsOf(store.getState().document);
    const changeOf = (label: string, make: (drafts: Drafts) => Drafts) => {
      const drafts = now();
      const next = make(drafts);
      return next === drafts ? null : { label, put: [next], remove: [] };
    };
    return {
      now,
      change: (label, make, gesture) => edit((): Outcome => changeOf(label, make), gesture),
      settle: (label, make) => {
        const change = changeOf(label, make);
        if (change) settle(store, change);
      },
    };
  }, [store, edit]);
}

/** The song without its drafts, the same value until something of the song itself is changed. */
export function useMusic(): SongDocument {
  const records = useDocumentState(
    useShallow(({ document }) =>
      Object.fromEntries(Object.entries(document.records).filter(([id]) => id !== DRAFTS)),
    ),
  );
  return useMemo(() => ({ records }), [records]);
}
