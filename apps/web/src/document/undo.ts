import { type Change, DRAFTS, invert, isNothing, omit, rebase } from '@plucky/core/song';
import { type DocumentState, type DocumentStore, type Done, edited, type UndoStack } from './store.ts';

/**
 * Index of the entry that a stack undoes or redoes next; null where there is none. The song's stack holds its own edits. The
 * drafts' holds theirs and those that drafts made of the song, unless the song was changed elsewhere since.
 */
function nextOf(entries: readonly Done[], at: UndoStack): number | null {
  let elsewhere = false;
  for (let i = entries.length - 1; i >= 0; i--) {
    const entry = entries[i];
    if (!entry) continue;
    if (entry.stack === at) return i;
    if (at === 'drafts' && entry.fromDrafts && !elsewhere) return i;
    elsewhere = true;
  }
  return null;
}

const OTHER: Readonly<Record<UndoStack, UndoStack>> = { song: 'drafts', drafts: 'song' };

/** Index of the entry that comes next: that of a stack, or of the other one where it has none. */
function placeOf(entries: readonly Done[], at: UndoStack): number | null {
  return nextOf(entries, at) ?? nextOf(entries, OTHER[at]);
}

/** The next deeds that a stack would undo, and do again; where it has none, those of the other one. */
export function nextDeeds(
  { done, undone }: Pick<DocumentState, 'done' | 'undone'>,
  at: UndoStack,
): { readonly undo: Done | null; readonly redo: Done | null } {
  const next = (entries: readonly Done[]) => entries[placeOf(entries, at) ?? -1] ?? null;
  return { undo: next(done), redo: next(undone) };
}

/** A change without what it says of drafts, where drafts have been worked on since. */
function beside({ stack }: Done, change: Change, later: readonly Done[]): Change {
  if (stack === 'drafts' || !later.some((one) => one.stack === 'drafts')) return change;
  return {
    added: omit(change.added, DRAFTS),
    updated: omit(change.updated, DRAFTS),
    removed: omit(change.removed, DRAFTS),
  };
}

/** An edit that was undone or done again; all of it, or less where others have changed it since. */
export interface Taken extends Done {
  readonly extent: 'all' | 'some' | 'none';
}

/** Undoes what a stack did last, or else the other one, and returns it; null when there is nothing. What others have changed since stays. */
export function undo({ root, ...from }: DocumentStore, at: UndoStack = 'song'): Taken | null {
  const store = root ?? from;
  const { done, undone } = store.getState();
  const place = placeOf(done, at);
  const last = done[place ?? -1];
  if (place === null || !last) return null;
  const asked = beside(last, invert(last.change), done.slice(place + 1));
  const extent = bring(store, asked, `undo: ${last.label}`);
  store.setState({ done: done.toSpliced(place, 1), undone: [...undone, last] });
  return { ...last, extent };
}

/** Does again what a stack undid last, or else the other one, and returns it; null when there is nothing. */
export function redo({ root, ...from }: DocumentStore, at: UndoStack = 'song'): Taken | null {
  const store = root ?? from;
  const { done, undone } = store.getState();
  const place = placeOf(undone, at);
  const next = undone[place ?? -1];
  if (place === null || !next) return null;
  const extent = bring(store, beside(next, next.change, done.slice(-1)), `again: ${next.label}`);
  store.setState({ done: [...done, next], undone: undone.toSpliced(place, 1) });
  return { ...next, extent };
}

/** Brings a change to the song as it is now, but for what has become something else since. */
function bring(store: Omit<DocumentStore, 'root'>, asked: Change, label: string): Taken['extent'] {
  const state = store.getState();
  const { document, change, left, kept } = rebase(asked, state.document, 'document');
  store.setState(edited(state, document, label));
  if (isNothing(left) && !kept) return 'all';
  return isNothing(change) ? 'none' : 'some';
}
