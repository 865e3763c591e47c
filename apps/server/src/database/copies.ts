import { createHash } from 'node:crypto';
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { openConnection } from './connection.ts';

/** A copy of the whole database as it was at a time. */
export interface Copy {
  readonly file: string;
  /** A later copy has a higher number, whatever the clock says; 0 for those of before copies had numbers. */
  readonly number: number;
  readonly at: Date;
  /** In bytes. */
  readonly size: number;
}

/** Number of copies kept. */
export const COPIES_KEPT = 7;

const NAME = /^plucky-verse-(?:(\d{6})-)?(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)Z\.db$/;

const folderOf = (dataDir: string) => join(dataDir, 'copies');

/** The copies in a data folder, the latest first. */
export function listCopies(dataDir: string): Copy[] {
  const folder = folderOf(dataDir);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Copy[] => {
      const match = NAME.exec(name);
      if (!match) return [];
      const [, number = '0', day, hour, minute, second] = match;
      const file = join(folder, name);
      const at = new Date(`${day}${hour}:${minute}:${second}Z`);
      return [{ file, number: Number(number), at, size: statSync(file).size }];
    })
    .sort((a, b) => b.number - a.number || b.at.getTime() - a.at.getTime());
}

/**
 * Copies the database as it is at this moment, also while it is written to, looks whether the copy is whole, and keeps the
 * last seven. Null when nothing has changed since the latest. Throws what SQLite throws; a copy that is not whole never stands
 * among the others, and costs none of them.
 */
export function makeCopy(dataDir: string, databaseFile: string, at: Date): Copy | null {
  const folder = folderOf(dataDir);
  mkdirSync(folder, { recursive: true });
  const unfinished = join(folder, 'unfinished');
  rmSync(unfinished, { force: true });
  try {
    const connection = openConnection(databaseFile);
    try {
      // SQLite's own copy of a live database in one transaction; it comes out the same for the same contents.
      connection.prepare('VACUUM INTO ?').run(unfinished);
    } finally {
      connection.close();
    }
    onDisk(unfinished);
    if (!isSound(unfinished)) throw new Error('The copy that was made is not whole; it was not kept');
    const copies = listCopies(dataDir);
    if (copies[0] && hashOf(copies[0].file) === hashOf(unfinished)) return null;
    const number = (copies[0]?.number ?? 0) + 1;
    const said = `${String(number).padStart(6, '0')}-${at.toISOString().slice(0, 19).replaceAll(':', '-')}`;
    const file = join(folder, `plucky-verse-${said}Z.db`);
    renameSync(unfinished, file);
    // The lowest numbers go; the new copy has the highest.
    for (const old of copies.slice(COPIES_KEPT - 1)) rmSync(old.file);
    return { file, number, at, size: statSync(file).size };
  } finally {
    rmSync(unfinished, { force: true });
  }
}

/** Puts a copy in the place of the database, and what was there aside; returns where that is now, if there was anything. */
export function bringBack(databaseFile: string, copy: Copy, at: Date): string | null {
  const fresh = `${databaseFile}.fresh`;
  copyFileSync(copy.file, fresh);
  onDisk(fresh);
  const aside = `${databaseFile}.aside-${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z`;
  const had = existsSync(databaseFile);
  // The log belongs to the file that is put aside: left behind it would be read into the copy.
  for (const ending of ['', '-wal', '-shm'])
    if (existsSync(databaseFile + ending)) renameSync(databaseFile + ending, aside + ending);
  renameSync(fresh, databaseFile);
  return had ? aside : null;
}

/** True for a file that is a whole database. */
export function isSound(file: string): boolean {
  if (!existsSync(file)) return false;
  try {
    const connection = openConnection(file);
    try {
      const [found] = connection.pragma('quick_check(1)');
      return found?.['quick_check'] === 'ok';
    } finally {
      connection.close();
    }
  } catch {
    return false;
  }
}

function onDisk(file: string): void {
  const opened = openSync(file, 'r+');
  try {
    fsyncSync(opened);
  } finally {
    closeSync(opened);
  }
}

function hashOf(file: string): string {
  return createHash('sha256').update(readFileSync(file)).digest('hex');
}
