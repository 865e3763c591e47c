import { type Change, FORMAT, slim } from '@plucky/core';
import { layAside } from './aside.ts';
import { type KeptEntry, keptHere } from './kept-here.ts';
import { aroundOf, documentWith, type Entry, onTo } from './outbox.ts';
import type { DocumentState, DocumentStore, Done } from './store.ts';
import { openWindows, windowName } from './window.ts';

/** The most edits that can be undone after a reload. */
const MOST_DEEDS = 100;

/** Writes down what the server has not got, and what can be undone; settled once both are on this browser's disk. */
export async function keep({ songId, outbox, done, undone }: DocumentState): Promise<void> {
  const [database, window] = await Promise.all([keptHere(), windowName()]);
  const work = database.transaction(['unsaved', 'deeds'], 'readwrite');
  const unsaved = work.objectStore('unsaved');
  await unsaved.delete(rangeOf(songId, window));
  for (const [n, entry] of outbox.entries()) await unsaved.put(keptEntry(songId, window, n, entry));
  await work.objectStore('deeds').put({
    song: songId,
    window,
    format: FORMAT,
    done: done.slice(-MOST_DEEDS).map(keptDeed),
    undone: undone.slice(-MOST_DEEDS).map(keptDeed),
  });
  await work.done;
}

const deeds = new WeakMap<Done, Done>();

/** A deed in small; no later one joins it. */
function keptDeed(deed: Done): Done {
  const known = deeds.get(deed);
  if (known) return known;
  const kept = { ...deed, change: slim(deed.change), gesture: null };
  deeds.set(deed, kept);
  return kept;
}

function rangeOf(song: string, window: string): IDBKeyRange {
  return IDBKeyRange.bound([song, window, 0], [song, window, Infinity]);
}

const made = new WeakMap<Change, KeptEntry>();

function keptEntry(
  song: string,
  window: string,
  n: number,
  { id, base, label, change, around }: Entry,
): KeptEntry {
  const known = made.get(change);
  if (known?.n === n && known.base === base) return known;
  const entry = { song, window, n, id, base, format: FORMAT, label, change, at: Date.now(), around };
  made.set(change, entry);
  return entry;
}

/** The figures of a recall: unreadable edits are left where they are. */
export interface Recalled {
  readonly entries: number;
  readonly unreadable: number;
}

/**
 * Brings back what this window, or any that is gone, had not saved of a song when it was left, in order; and what this
 * window could undo. It is kept as this window's own from then on.
 */
export async function recall(store: DocumentStore): Promise<Recalled> {
  const { songId } = store.getState();
  const older = await olderEntry(store);
  const [database, window] = await Promise.all([keptHere(), windowName()]);
  const isOpen = await openWindows();
  const all = await database.getAllFromIndex('unsaved', 'song', songId);
  const left = all.filter((entry) => entry.window === window || !isOpen(entry.window));
  const [read, unreadable] = await readEntries(left);
  const entries = [...(older ? [older] : []), ...read].sort((a, b) => a.at - b.at || a.n - b.n);
  const deeds = await database.get('deeds', [songId, window]);
  const state = store.getState();
  const outbox = onTo(
    state.saved,
    entries.map(({ id, base, label, change, around }) => ({
      id,
      base,
      label,
      change,
      around,
      after: state.saved,
      isFixed: true,
    })),
  );
  store.setState({
    outbox,
    document: documentWith({ saved: state.saved, outbox }),
    saving: outbox.length ? { kind: 'waiting' } : { kind: 'saved' },
    ...(deeds?.format === FORMAT ? { done: deeds.done, undone: deeds.undone } : {}),
  });
  if (!entries.length) return { entries: 0, unreadable };
  // Written as this window's own before the others' are taken away.
  await keep(store.getState());
  for (const entry of read)
    if (entry.window !== window) await database.delete('unsaved', [entry.song, entry.window, entry.n]);
  forgetOlder(songId);
  return { entries: entries.length, unreadable };
}

/** Entries as today's program knows them, and how many cannot be read. */
async function readEntries(entries: readonly KeptEntry[]): Promise<[KeptEntry[], number]> {
  if (!entries.length) return [[], 0];
  // The schema library and the formats of before are loaded only where there is something to read.
  const { readKept } = await import('./read-records.ts');
  const read = entries.map(readKept);
  return [read.filter((entry) => entry !== null), read.filter((entry) => entry === null).length];
}

/** The key of an older program's unsaved edits: whole records, without what in them was changed. */
const olderKey = (songId: string) => `plucky-verse.unsaved.${songId}`;

async function olderEntry(store: DocumentStore): Promise<KeptEntry | null> {
  const { songId, saved, revision } = store.getState();
  const text = olderText(songId);
  if (text === null) return null;
  const { readOlder } = await import('./read-records.ts');
  const read = readOlder(text, saved);
  if (!read) return null;
  const window = await windowName();
  const entry = { ...read, song: songId, window, n: -1, at: 0, around: aroundOf(saved, read.change) };
  if (read.base === revision) return entry;
  // Put as a whole it would take back what others have made since.
  await layAside({ ...entry, why: 'the song was changed elsewhere' });
  forgetOlder(songId);
  return null;
}

function olderText(songId: string): string | null {
  try {
    return localStorage.getItem(olderKey(songId));
  } catch {
    return null;
  }
}

function forgetOlder(songId: string): void {
  try {
    localStorage.removeItem(olderKey(songId));
  } catch {
    // Nothing was there to be read either.
  }
}

/** True for two lists of the same edits. */
export function sameDeeds(a: readonly Done[], b: readonly Done[]): boolean {
  return a === b || (a.length === b.length && a.every((one, i) => one === b[i]));
}
