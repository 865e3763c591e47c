import {
  apply,
  applyWithinLimits,
  changeBetween,
  type ChangeSet,
  documentOf,
  InvalidSongError,
  isRefusal,
  type Outcome,
  sameRecord,
  type SongDocument,
  squash,
} from '@plucky/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { SongContents, Trouble } from '../api/client.ts';

/** What has been done, with what undoes it. */
export interface Done {
  readonly change: ChangeSet;
  readonly inverse: ChangeSet;
  /** Edits of one gesture share its name, and are undone together. */
  readonly gesture: string | null;
}

export type SaveState =
  | { readonly kind: 'saved' }
  | { readonly kind: 'waiting' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string; readonly trouble: Trouble | null }
  | { readonly kind: 'conflict' };

export interface DocumentState {
  readonly songId: string;
  readonly document: SongDocument;
  /** What the server has, as its `revision`. */
  readonly saved: SongDocument;
  readonly revision: number;
  readonly saving: SaveState;
  /** When the server last had all of it, in ms since 1970. */
  readonly savedAt: number;
  /** Whether this browser could keep what the server has not got. */
  readonly isKept: boolean;
  /** What was done last, an undo or redo among it, in words. */
  readonly lastDeed: string;
  readonly done: readonly Done[];
  readonly undone: readonly Done[];
}

export type DocumentStore = StoreApi<DocumentState>;

const MOST_UNDO = 500;

export function createDocumentStore(songId: string, { revision, records }: SongContents): DocumentStore {
  const document = documentOf(records);
  return createStore<DocumentState>()(() => ({
    songId,
    document,
    saved: document,
    revision,
    saving: { kind: 'saved' },
    savedAt: Date.now(),
    isKept: true,
    lastDeed: 'edit',
    done: [],
    undone: [],
  }));
}

/**
 * Takes an edit: applies it and remembers how to undo it; autosave sees the new document. Returns why not, for the
 * person who tried, or null. Edits that share a `gesture` are one undo.
 */
export function take(store: DocumentStore, outcome: Outcome, gesture: string | null = null): string | null {
  if (outcome === null) return null;
  if (isRefusal(outcome)) return outcome.reason;
  const state = store.getState();
  try {
    const { document, inverse } = applyWithinLimits(state.document, outcome);
    const last = state.done.at(-1);
    const joins = gesture !== null && last?.gesture === gesture;
    const entry: Done = joins
      ? { change: squash(last.change, outcome), inverse: squash(inverse, last.inverse), gesture }
      : { change: outcome, inverse, gesture };
    const before = joins ? state.done.slice(0, -1) : state.done;
    store.setState({
      document,
      lastDeed: outcome.label,
      done: [...before, entry].slice(-MOST_UNDO),
      undone: [],
    });
    return null;
  } catch (error) {
    if (error instanceof InvalidSongError) return `That cannot be: ${error.message}. Nothing was changed.`;
    throw error;
  }
}

/** Undoes the last edit and returns its label, or null when there is none. */
export function undo(store: DocumentStore): string | null {
  const { document, done, undone } = store.getState();
  const last = done.at(-1);
  if (!last) return null;
  store.setState({
    document: apply(document, last.inverse).document,
    lastDeed: `undo: ${last.change.label}`,
    done: done.slice(0, -1),
    undone: [...undone, last],
  });
  return last.change.label;
}

/** Does the edit again that was undone last, and returns its label, or null when there is none. */
export function redo(store: DocumentStore): string | null {
  const { document, done, undone } = store.getState();
  const next = undone.at(-1);
  if (!next) return null;
  store.setState({
    document: apply(document, next.change).document,
    lastDeed: `again: ${next.change.label}`,
    done: [...done, next],
    undone: undone.slice(0, -1),
  });
  return next.change.label;
}

/**
 * Takes the song as the server has it at a later revision, such as one that went back to an earlier one. Everything here
 * must have been saved before; it can be undone like any edit.
 */
export function takeRevision(store: DocumentStore, { revision, records }: SongContents, label: string): void {
  const state = store.getState();
  const document = documentOf(
    records.map((record) => {
      const known = state.document.records[record.id];
      return known && sameRecord(known, record) ? known : record;
    }),
  );
  const entry: Done = {
    change: changeBetween(state.document, document, label),
    inverse: changeBetween(document, state.document, label),
    gesture: null,
  };
  store.setState({
    document,
    saved: document,
    revision,
    lastDeed: label,
    saving: { kind: 'saved' },
    done: [...state.done, entry].slice(-MOST_UNDO),
    undone: [],
  });
}
