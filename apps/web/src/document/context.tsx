import { indexOf, type Outcome, type Song, type SongDocument, type SongIndex } from '@plucky/core/song';
import { createContext, useCallback, useContext } from 'react';
import { useStore } from 'zustand';
import { notify } from '../shared/ui/notify.ts';
import { applyOutcome, type DocumentState, type DocumentStore } from './store.ts';

export const DocumentContext = createContext<DocumentStore | null>(null);

export function useDocumentStore(): DocumentStore {
  const store = useContext(DocumentContext);
  if (!store) throw new Error('No song is open here.');
  return store;
}

export function useDocumentState<T>(select: (state: DocumentState) => T): T {
  return useStore(useDocumentStore(), select);
}

export function useSong(): SongDocument {
  return useDocumentState((state) => state.document);
}

export function useIndex(): SongIndex {
  return indexOf(useSong());
}

/** The song's own record, the same object until one of its fields changes. */
export function useSongRecord(): Song {
  return useDocumentState((state) => indexOf(state.document).song);
}

/** Takes an edit of the song as it is at that moment; a refusal is told to the person, and false returned. */
export type Edit = (
  make: (document: SongDocument) => Outcome,
  gesture?: string | null,
  /** True for an edit of the song that is made from a draft. */
  fromDrafts?: boolean,
) => boolean;

export function useEdit(): Edit {
  const store = useDocumentStore();
  return useCallback(
    (make, gesture = null, fromDrafts = false) => {
      const reason = applyOutcome(store, make(store.getState().document), gesture, fromDrafts);
      if (reason) notify(reason, { variant: 'warning' });
      return reason === null;
    },
    [store],
  );
}
