import { closeSync, existsSync, openSync, readSync, type Stats, statSync } from 'node:fs';
import { ConfigError } from '../config.ts';
import { type Connection, openConnection } from './connection.ts';
import { listCopies } from './copies.ts';
import { MIGRATIONS } from './migrations/index.ts';
import { roomIn, troubleOf } from './trouble.ts';

/** The least room that a start needs, in bytes. */
const LEAST_ROOM = 1024 * 1024;

/** First bytes of every SQLite file (sqlite.org/fileformat2.html). */
const MAGIC = 'SQLite format 3\0';

/** Throws ConfigError when so little can be written to a folder that nothing would work. */
export function checkRoom(dataDir: string): void {
  if (roomIn(dataDir) < LEAST_ROOM) throw new ConfigError(noRoom(dataDir));
}

/**
 * Looks at the database before the server opens it, and changes nothing that is kept in it.
 * Throws ConfigError with one line for what cannot be served, and the way out of it.
 */
export function checkDatabase(dataDir: string, file: string): void {
  if (!existsSync(file)) {
    checkMissing(dataDir, file);
    return;
  }
  const found = statSync(file);
  if (!found.isFile())
    throw new ConfigError(`${file} is not a file. Move it away or choose another folder with DATA_DIR.`);
  if (isReadOnly(found))
    throw new ConfigError(
      `The database ${file} may only be read. Make it writable or choose another folder with DATA_DIR.`,
    );
  if (firstBytes(file) !== MAGIC)
    throw new ConfigError(
      `${file} is not a database${found.size ? '' : ': it is empty'}. ${leftAsItWas(dataDir)}`,
    );
  let connection: Connection | null = null;
  try {
    connection = openConnection(file);
    checkContents(connection, dataDir, file);
    // Only a write tells that the file can be written; the number means nothing here.
    connection.exec('BEGIN IMMEDIATE; PRAGMA user_version = 0; COMMIT');
  } catch (error) {
    if (error instanceof ConfigError) throw error;
    throw new ConfigError(wordsFor(error, dataDir, file), { cause: error });
  } finally {
    connection?.close();
  }
}

function checkMissing(dataDir: string, file: string): void {
  const [latest] = listCopies(dataDir);
  if (latest)
    throw new ConfigError(
      `The database ${file} is gone, and there are copies of it. Bring the latest back with npm run restore -- latest, or move the folder copies away to begin anew.`,
    );
}

function checkContents(connection: Connection, dataDir: string, file: string): void {
  const found = connection.pragma('quick_check(1)')[0]?.['quick_check'];
  if (found !== 'ok') throw new ConfigError(damaged(dataDir, file, String(found)));
  const tables = connection.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").all();
  if (!tables.length) return;
  if (!tables.some((table) => table['name'] === 'migrations'))
    throw new ConfigError(`${file} is a database of another program. ${leftAsItWas(dataDir)}`);
  const known = new Set<unknown>(MIGRATIONS.map((one) => one.name));
  const newer = connection
    .prepare('SELECT name FROM migrations ORDER BY id')
    .all()
    .filter((one) => !known.has(one['name']));
  if (newer.length)
    throw new ConfigError(
      `The database ${file} was made by a newer version (it holds ${String(newer[0]?.['name'])}). It was left as it was: update Plucky Verse, or choose another folder with DATA_DIR.`,
    );
}

/** One line for an error of the driver on a database that could not be opened. */
export function wordsFor(error: unknown, dataDir: string, file: string): string {
  const trouble = troubleOf(error, dataDir);
  const cause = error instanceof Error ? error.message : String(error);
  if (trouble?.kind === 'damaged') return damaged(dataDir, file, cause);
  if (trouble?.kind === 'full') return noRoom(dataDir);
  if (trouble?.kind === 'read-only')
    return `The database ${file} may only be read. Make it writable or choose another folder with DATA_DIR.`;
  if (trouble?.kind === 'locked')
    return `The database ${file} is locked by another program. Close that one and start again.`;
  return `The database ${file} cannot be opened (${cause}). It was left as it was.`;
}

function noRoom(dataDir: string): string {
  return `There is no room left in the data folder ${dataDir}. Free at least 1 MB and start again.`;
}

function damaged(dataDir: string, file: string, cause: string): string {
  return `The database ${file} is damaged (${cause.split('\n').filter((line) => !line.startsWith('***'))[0] ?? ''}). ${leftAsItWas(dataDir)}`;
}

function leftAsItWas(dataDir: string): string {
  const [latest] = listCopies(dataDir);
  return latest
    ? `It was left as it was. Bring the copy of ${latest.at.toISOString()} back with npm run restore -- latest.`
    : 'It was left as it was, and there is no copy of it: move it away to begin anew.';
}

/** Also where the one who starts the server may write everything, a file that nobody may write is not written. */
function isReadOnly({ mode }: Stats): boolean {
  return (mode & 0o222) === 0;
}

function firstBytes(file: string): string {
  const opened = openSync(file, 'r');
  try {
    const bytes = Buffer.alloc(MAGIC.length);
    return bytes.toString('latin1', 0, readSync(opened, bytes, 0, bytes.length, 0));
  } finally {
    closeSync(opened);
  }
}
