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
  readonly at: Date;
  /** In bytes. */
  readonly size: number;
}

/** How many copies are kept. */
export const COPIES_KEPT = 7;

const NAME = /^plucky-verse-(\d{4}-\d\d-\d\dT)(\d\d)-(\d\d)-(\d\d)Z\.db$/;

const folderOf = (dataDir: string) => join(dataDir, 'copies');

/** The copies in a data folder, the latest first. */
export function listCopies(dataDir: string): Copy[] {
  const folder = folderOf(dataDir);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Copy[] => {
      const match = NAME.exec(name);
      if (!match) return [];
      const [, day, hour, minute, second] = match;
      const file = join(folder, name);
      return [{ file, at: new Date(`${day}${hour}:${minute}:${second}Z`), size: statSync(file).size }];
    })
    .sort((a, b) => b.at.getTime() - a.at.getTime());
}

/**
 * Copies the database as it is at this moment, also while it is written to, and keeps the last seven copies. Null when
 * nothing has changed since the latest. Throws what SQLite throws; a copy that is not whole never stands among the others.
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
    const copies = listCopies(dataDir);
    if (copies[0] && hashOf(copies[0].file) === hashOf(unfinished)) return null;
    const file = join(folder, `plucky-verse-${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z.db`);
    renameSync(unfinished, file);
    for (const old of listCopies(dataDir).slice(COPIES_KEPT)) rmSync(old.file);
    return { file, at, size: statSync(file).size };
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
