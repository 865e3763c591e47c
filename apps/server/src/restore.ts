import { ConfigError, readConfig } from './config.ts';
import { bringBack, type Copy, isSound, listCopies } from './database/copies.ts';
import { FolderLock } from './database/folder-lock.ts';

// npm run restore: lists the copies of the database. npm run restore -- 2, or -- latest, brings one of them back.

const when = new Intl.DateTimeFormat('en', { dateStyle: 'full', timeStyle: 'medium' });

function restore(wanted: string | undefined): void {
  const { dataDir, databaseFile } = readConfig(process.env);
  const copies = listCopies(dataDir);
  if (!copies.length) throw new ConfigError(`There is no copy of the database in ${dataDir} yet.`);
  if (wanted === undefined) {
    copies.forEach((copy, i) => console.log(`${i + 1}  ${describe(copy)}`));
    console.log(
      '\nBring one back with npm run restore -- and its number. What is there now is put aside, not deleted.',
    );
    return;
  }
  const copy = wanted === 'latest' ? copies.find(({ file }) => isSound(file)) : copies[Number(wanted) - 1];
  if (!copy)
    throw new ConfigError(
      `There is no copy ${wanted}: choose a number from 1 to ${copies.length}, or latest.`,
    );
  if (!isSound(copy.file))
    throw new ConfigError(`The copy of ${when.format(copy.at)} is damaged itself. Nothing was changed.`);
  const lock = FolderLock.take(dataDir, 'npm run restore');
  try {
    const aside = bringBack(databaseFile, copy, new Date());
    console.log(
      `Brought back: ${describe(copy)}.${aside ? ` What was there before is kept as ${aside}.` : ''}`,
    );
  } finally {
    lock.release();
  }
}

function describe({ at, size }: Copy): string {
  return `${when.format(at)}, ${(size / 1024 / 1024).toFixed(1)} MB`;
}

try {
  restore(process.argv[2]);
} catch (error) {
  console.error(error instanceof ConfigError ? error.message : error);
  process.exit(1);
}
