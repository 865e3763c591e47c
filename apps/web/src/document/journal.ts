import { apply, changeBetween, type ChangeSet, FORMAT, InvalidSongError, sameRecord } from '@plucky/core';
import type { DocumentState, DocumentStore } from './store.ts';

/** Edits that the server has not got, kept by this browser so that closing or reloading the page loses none. */
interface Entry {
  /** Of the change's records. */
  readonly format: number;
  readonly base: number;
  readonly change: ChangeSet;
}

const keyOf = (songId: string) => `plucky-verse.unsaved.${songId}`;

/** Keeps what the server has not got; returns whether the browser had room for it. */
export function remember({ songId, revision, saved, document }: DocumentState): boolean {
  const entry: Entry = {
    format: FORMAT,
    base: revision,
    change: changeBetween(saved, document, 'edits from before'),
  };
  try {
    localStorage.setItem(keyOf(songId), JSON.stringify(entry));
    return true;
  } catch {
    // A full or forbidden storage only costs the safety net: autosave goes on.
    return false;
  }
}

export function forget(songId: string): void {
  localStorage.removeItem(keyOf(songId));
}

/**
 * Applies what was not saved when the page was left. Edits made on an older revision than the server's are held back,
 * and the song says that it was changed elsewhere, unless the server turns out to have them.
 */
export async function recall(store: DocumentStore): Promise<void> {
  const { songId, revision, document } = store.getState();
  const entry = await read(songId);
  if (!entry) return;
  try {
    const known = new Set(Object.keys(document.records));
    const remove = entry.change.remove.filter((id) => known.has(id));
    const put = entry.change.put.filter((record) => !sameRecord(document.records[record.id], record));
    if (!put.length && !remove.length) {
      forget(songId);
      return;
    }
    const applied = apply(document, { label: entry.change.label, put, remove });
    store.setState({
      document: applied.document,
      saving: entry.base === revision ? { kind: 'waiting' } : { kind: 'conflict' },
    });
  } catch (error) {
    if (!(error instanceof InvalidSongError)) throw error;
    forget(songId);
  }
}

async function read(songId: string): Promise<Entry | null> {
  const text = localStorage.getItem(keyOf(songId));
  if (text === null) return null;
  // The schema library and the formats of before are loaded only where there is something to read.
  const { bringUpRecords, NewerFormatError, readRecords } = await import('./read-records.ts');
  try {
    const { format = 1, base, change } = JSON.parse(text) as Partial<Entry> & Omit<Entry, 'format'>;
    const put = bringUpRecords(change.put, format);
    return { format: FORMAT, base, change: { ...change, put: readRecords(put) } };
  } catch (error) {
    // What a newer program left is for that one: it stays where it is.
    if (!(error instanceof NewerFormatError)) forget(songId);
    return null;
  }
}
