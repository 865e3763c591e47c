import { statfsSync } from 'node:fs';

export type TroubleKind = 'full' | 'read-only' | 'locked' | 'damaged' | 'no memory' | 'broken';

const WORDS: Readonly<Record<TroubleKind, string>> = {
  full: 'The disk is full: nothing was saved.',
  'read-only': 'The database may only be read: nothing was saved.',
  locked: 'The database is locked by another program: nothing was saved.',
  damaged:
    'The database is damaged: nothing was saved. Stop the server and bring a copy back with npm run restore.',
  'no memory': 'The server is out of memory: nothing was saved.',
  broken: 'The disk gives errors: nothing was saved.',
};

/** Trouble that keeps the storage from working; nothing of the write that met it was kept. */
export class StorageTrouble extends Error {
  readonly kind: TroubleKind;
  constructor(kind: TroubleKind, cause?: unknown) {
    super(WORDS[kind], { cause });
    this.name = 'StorageTrouble';
    this.kind = kind;
  }
}

const KINDS: readonly (readonly [prefix: string, kind: TroubleKind])[] = [
  ['SQLITE_FULL', 'full'],
  ['SQLITE_READONLY', 'read-only'],
  ['SQLITE_PERM', 'read-only'],
  ['SQLITE_BUSY', 'locked'],
  ['SQLITE_LOCKED', 'locked'],
  ['SQLITE_CORRUPT', 'damaged'],
  ['SQLITE_NOTADB', 'damaged'],
  ['SQLITE_NOMEM', 'no memory'],
  ['SQLITE_IOERR', 'broken'],
  ['SQLITE_CANTOPEN', 'broken'],
];

/** Less room than this, in bytes, is none: SQLite needs it for its log. */
const LEAST_ROOM = 64 * 1024;

/** The trouble that an error of the driver, or of TypeORM about it, tells of; null when it is about something else. */
export function troubleOf(error: unknown, folder: string): StorageTrouble | null {
  if (error instanceof StorageTrouble) return error;
  const code = codeOf(error);
  const kind = KINDS.find(([prefix]) => code.startsWith(prefix))?.[1];
  if (!kind) return null;
  // A full disk shows as an input or output error where SQLite maps its index of the log into memory.
  return new StorageTrouble(kind === 'broken' && roomIn(folder) < LEAST_ROOM ? 'full' : kind, error);
}

function codeOf(error: unknown): string {
  if (!(error instanceof Error)) return '';
  const inner = 'driverError' in error ? error.driverError : error;
  return inner instanceof Error && 'code' in inner && typeof inner.code === 'string' ? inner.code : '';
}

/** The bytes that may still be written in a folder; no end of them where that cannot be told. */
export function roomIn(folder: string): number {
  try {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  } catch {
    return Infinity;
  }
}
