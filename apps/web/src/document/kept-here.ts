import type { Change, SongRecord } from '@plucky/core/song';
import type { DBSchema, IDBPDatabase } from 'idb';
import type { Done } from './store.ts';

/** Edits that the server has not got, as this browser keeps them: by song and window, in order. */
export interface KeptEntry {
  readonly song: string;
  readonly window: string;
  readonly n: number;
  readonly id: string;
  readonly base: number;
  /** Of the change's records. */
  readonly format: number;
  readonly label: string;
  readonly change: Change;
  /** In ms since 1970. */
  readonly at: number;
  /** The parts and rows that the change is about, to show it by should they go. */
  readonly around: readonly SongRecord[];
}

/** An edit that had no place any more, or that the server refused. */
export interface LaidAside {
  readonly id: string;
  readonly song: string;
  readonly at: number;
  readonly format: number;
  readonly label: string;
  /** Why, where it is more than that its place is gone. */
  readonly why: string;
  readonly change: Change;
  readonly around: readonly SongRecord[];
}

/** The edits that a window can undo and do again after a reload. */
export interface KeptDeeds {
  readonly song: string;
  readonly window: string;
  readonly format: number;
  readonly done: readonly Done[];
  readonly undone: readonly Done[];
}

interface Schema extends DBSchema {
  unsaved: { key: [string, string, number]; value: KeptEntry; indexes: { song: string } };
  aside: { key: string; value: LaidAside; indexes: { song: string } };
  deeds: { key: [string, string]; value: KeptDeeds };
}

export type KeptHere = IDBPDatabase<Schema>;

let opened: Promise<KeptHere> | null = null;

/** The database of this browser. Rejected where there is none to be had, as when storage is blocked. */
export function keptHere(): Promise<KeptHere> {
  opened ??= open().catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
}

async function open(): Promise<KeptHere> {
  const { openDB } = await import('idb');
  return openDB<Schema>('plucky-verse', 1, {
    upgrade: (database) => {
      database.createObjectStore('unsaved', { keyPath: ['song', 'window', 'n'] }).createIndex('song', 'song');
      database.createObjectStore('aside', { keyPath: 'id' }).createIndex('song', 'song');
      database.createObjectStore('deeds', { keyPath: ['song', 'window'] });
    },
    // The browser may close it, as when it throws its storage away: the next use opens it anew.
    terminated: () => (opened = null),
  });
}

/** To be called by tests, which have a database each. */
export async function closeKeptHere(): Promise<void> {
  (await opened?.catch(() => null))?.close();
  opened = null;
}
