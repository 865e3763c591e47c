import { type Change, FORMAT, slim } from '@plucky/core/song';
import { cacheBy, cacheWhileSame } from '@plucky/core/time';
import { freshId } from '../shared/fresh-id.ts';
import { layAside } from './aside.ts';
import { type KeptDeeds, type KeptEntry, keptHere } from './kept-here.ts';
import { forgetLeft, leaveBehind, leftBehind } from './leaving.ts';
import { aroundOf, documentWith, type Entry, onTo } from './outbox.ts';
import type { DocumentState, DocumentStore, Done } from './store.ts';
import { openWindows, windowName } from './window.ts';

/** The most edits that can be undone after a reload. */
const MOST_DEEDS = 100;

/** Writes down what the server has not got, and what can be undone; settled once both are on this browser's disk. */
export async function keep(state: DocumentState): Promise<void> {
  const { songId, outbox } = state;
  const [database, window] = await Promise.all([keptHere(), windowName()]);
  const work = database.transaction(['unsaved', 'deeds'], 'readwrite');
  const unsaved = work.objectStore('unsaved');
  await unsaved.delete(rangeOf(songId, window));
  for (const [n, entry] of outbox.entries()) await unsaved.put(keptEntry(songId, window, n, entry));
  await work.objectStore('deeds').put(deedsOf(state, window));
  await work.done;
}

/** Writes the same at once, for a page that may be gone before `keep` is done. */
export function keepLeaving(state: DocumentState, window: string): void {
  const entries = state.outbox.map((entry, n) => keptEntry(state.songId, window, n, entry));
  leaveBehind({ entries, deeds: deedsOf(state, window) });
}

function deedsOf({ songId, done, undone }: DocumentState, window: string): KeptDeeds {
  const last = (all: readonly Done[]) => all.slice(-MOST_DEEDS).map(deedCache);
  return { song: songId, window, format: FORMAT, done: last(done), undone: last(undone) };
}

/** A deed in small; no later one joins it. */
const deedCache = cacheBy((deed: Done): Done => ({ ...deed, change: slim(deed.change), gesture: null }));

function rangeOf(song: string, window: string): IDBKeyRange {
  return IDBKeyRange.bound([song, window, 0], [song, window, Infinity]);
}

const entryCache = cacheWhileSame<KeptEntry, Change>();

function keptEntry(
  song: string,
  window: string,
  n: number,
  { id, base, label, change, around }: Entry,
): KeptEntry {
  return entryCache(change, [n, base], () => ({
    song,
    window,
    n,
    id,
    base,
    format: FORMAT,
    label,
    change,
    at: Date.now(),
    around,
  }));
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
  const isGone = (name: string) => name === window || !isOpen(name);
  const leaving = new Map([...leftBehind(songId)].filter(([name]) => isGone(name)));
  // A page that was left says all that its window had: it is later than the database.
  const left = [
    ...all.filter((entry) => isGone(entry.window) && !leaving.has(entry.window)),
    ...[...leaving.values()].flatMap((one) => one.entries),
  ];
  const [read, unread] = await readEntries(left);
  const entries = [...(older ? [older] : []), ...read].sort((a, b) => a.at - b.at || a.n - b.n);
  const deeds = leaving.get(window)?.deeds ?? (await database.get('deeds', [songId, window]));
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
  const recalled = { entries: entries.length, unreadable: unread.length };
  if (!left.length && !older && !leaving.size) return recalled;
  // Entries that cannot be read get a window of their own, so that no later write touches them.
  for (const entry of unread)
    if (entry.window === window || leaving.has(entry.window))
      await database.put('unsaved', { ...entry, window: freshId() });
  // Written as this window's own before the others' are taken away.
  await keep(store.getState());
  const readable = new Set(read.map((entry) => entry.id));
  for (const { window: name, n, id } of all)
    if (name !== window && (leaving.has(name) || readable.has(id)))
      await database.delete('unsaved', [songId, name, n]);
  for (const name of leaving.keys()) forgetLeft(songId, name);
  forgetOlder(songId);
  return recalled;
}

/** Entries as today's program knows them, and those that cannot be read. */
async function readEntries(entries: readonly KeptEntry[]): Promise<[KeptEntry[], KeptEntry[]]> {
  if (!entries.length) return [[], []];
  // The schema library and the formats of before are loaded only where there is something to read.
  const { readKept } = await import('./read-records.ts');
  const read = entries.map(readKept);
  return [read.filter((entry) => entry !== null), entries.filter((_, i) => read[i] === null)];
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
