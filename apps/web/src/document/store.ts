import {
  apply,
  applyWithinLimits,
  BENCH,
  changeBetween,
  type ChangeSet,
  documentOf,
  InvalidSongError,
  isRefusal,
  type Outcome,
  sameRecord,
  type SongDocument,
  squash,
  withFollowers,
} from '@plucky/core';
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { SongContents, Trouble } from '../api/client.ts';

/** What has been done, with what undoes it. */
export interface Done {
  readonly change: ChangeSet;
  readonly inverse: ChangeSet;
  /** Edits of one gesture share its name, and are undone together. */
  readonly gesture: string | null;
  /** Whether only what lies on the bench was changed, or the song. */
  readonly desk: Desk;
  /** Whether the song was changed from its bench, as by keeping a fill. */
  readonly fromBench: boolean;
}

/** The song and its bench are undone each by themselves, so that nothing changes that is not in sight. */
export type Desk = 'song' | 'bench';

function deskOf({ put, remove }: ChangeSet): Desk {
  return [...put.map((record) => record.id), ...remove].every((id) => id === BENCH) ? 'bench' : 'song';
}

/**
 * Which of what was done, or undone, a desk takes back next, by its place; null where there is none. The song takes its own
 * edits. The bench takes its own and those that were made of the song from it, unless the song was changed elsewhere since.
 */
function nextOf(entries: readonly Done[], at: Desk): number | null {
  let elsewhere = false;
  for (let i = entries.length - 1; i >= 0; i--) {
    const entry = entries[i];
    if (!entry) continue;
    if (entry.desk === at) return i;
    if (at === 'bench' && entry.fromBench && !elsewhere) return i;
    elsewhere = true;
  }
  return null;
}

/** What a desk would undo, and do again, next. */
export function nextDeeds(
  { done, undone }: Pick<DocumentState, 'done' | 'undone'>,
  at: Desk,
): { readonly undo: Done | null; readonly redo: Done | null } {
  const next = (entries: readonly Done[]) => entries[nextOf(entries, at) ?? -1] ?? null;
  return { undo: next(done), redo: next(undone) };
}

/** A change without what it says of the bench, where the bench has been worked on since. */
function beside({ desk }: Done, change: ChangeSet, later: readonly Done[]): ChangeSet {
  if (desk === 'bench' || !later.some((one) => one.desk === 'bench')) return change;
  return {
    ...change,
    put: change.put.filter((record) => record.id !== BENCH),
    remove: change.remove.filter((id) => id !== BENCH),
  };
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

export interface DocumentStore extends StoreApi<DocumentState> {
  /** The store of the song itself, where this one shows the song otherwise, and how an edit of what it shows is one of the song. */
  readonly root?: DocumentStore;
  readonly storedEdit?: (outcome: Outcome) => Outcome;
}

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
export function take(
  from: DocumentStore,
  asked: Outcome,
  gesture: string | null = null,
  fromBench = false,
): string | null {
  const store = from.root ?? from;
  const state = store.getState();
  // What follows a section that is edited takes part in the edit, and so in its undo.
  const outcome = withFollowers(state.document, from.storedEdit ? from.storedEdit(asked) : asked);
  if (outcome === null) return null;
  if (isRefusal(outcome)) return outcome.reason;
  try {
    const { document, inverse } = applyWithinLimits(state.document, outcome);
    const last = state.done.at(-1);
    const joins = gesture !== null && last?.gesture === gesture;
    const change = joins ? squash(last.change, outcome) : outcome;
    const entry: Done = {
      change,
      inverse: joins ? squash(inverse, last.inverse) : inverse,
      gesture,
      desk: deskOf(change),
      fromBench,
    };
    const before = joins ? state.done.slice(0, -1) : state.done;
    store.setState({
      document,
      lastDeed: outcome.label,
      done: [...before, entry].slice(-MOST_UNDO),
      undone: state.undone.filter(({ desk }) => desk !== entry.desk),
    });
    return null;
  } catch (error) {
    if (error instanceof InvalidSongError) return `That cannot be: ${error.message}. Nothing was changed.`;
    throw error;
  }
}

/**
 * Takes what was worked out for the bench, such as the fills of a recipe: it belongs to the edit that asked for it and is
 * not undone by itself.
 */
export function settle({ root, ...from }: DocumentStore, change: ChangeSet): void {
  const store = root ?? from;
  const { document } = apply(store.getState().document, change);
  store.setState({ document, lastDeed: change.label });
}

/** Undoes what a desk did last and returns it, or null when there is nothing. */
export function undo({ root, ...from }: DocumentStore, at: Desk = 'song'): Done | null {
  const store = root ?? from;
  const { document, done, undone } = store.getState();
  const place = nextOf(done, at);
  const last = done[place ?? -1];
  if (place === null || !last) return null;
  store.setState({
    document: apply(document, beside(last, last.inverse, done.slice(place + 1))).document,
    lastDeed: `undo: ${last.change.label}`,
    done: done.toSpliced(place, 1),
    undone: [...undone, last],
  });
  return last;
}

/** Does again what a desk undid last and returns it, or null when there is nothing. */
export function redo({ root, ...from }: DocumentStore, at: Desk = 'song'): Done | null {
  const store = root ?? from;
  const { document, done, undone } = store.getState();
  const place = nextOf(undone, at);
  const next = undone[place ?? -1];
  if (place === null || !next) return null;
  store.setState({
    document: apply(document, beside(next, next.change, done.slice(-1))).document,
    lastDeed: `again: ${next.change.label}`,
    done: [...done, next],
    undone: undone.toSpliced(place, 1),
  });
  return next;
}

/**
 * Takes the song as the server has it at a later revision, such as one that went back to an earlier one. Everything here
 * must have been saved before; it can be undone like any edit.
 */
export function takeRevision(
  { root, ...from }: DocumentStore,
  { revision, records }: SongContents,
  label: string,
): void {
  const store = root ?? from;
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
    desk: 'song',
    fromBench: false,
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
