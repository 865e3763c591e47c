import { existsSync } from 'node:fs';
import { type Config } from '../config.ts';
import { checkDatabase, checkRoom } from './check.ts';
import { openConnection } from './connection.ts';
import { makeCopy } from './copies.ts';
import { FolderLock } from './folder-lock.ts';

/** A data folder that this process has to itself, its database found sound. */
export class DataFolder {
  readonly #lock: FolderLock;
  readonly #file: string;

  private constructor(lock: FolderLock, file: string) {
    this.#lock = lock;
    this.#file = file;
  }

  /**
   * Takes the folder, looks at its database, and copies it before anything may change it.
   * Throws ConfigError when another server has the folder or its database cannot be served.
   */
  static open(
    { dataDir, databaseFile, host, port }: Config,
    warn: (words: string) => void = console.warn,
  ): DataFolder {
    checkRoom(dataDir);
    const lock = FolderLock.take(dataDir, `http://${host}:${port}`);
    try {
      checkDatabase(dataDir, databaseFile);
      copyAtStart(dataDir, databaseFile, warn);
      return new DataFolder(lock, databaseFile);
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  /** Tells where the server listens, once it does. */
  says(address: string): void {
    this.#lock.says(address);
  }

  /** After the last connection: brings all into the one file, and lets the folder go. */
  close(): void {
    try {
      const connection = openConnection(this.#file);
      connection.pragma('wal_checkpoint(TRUNCATE)');
      connection.close();
    } catch (error) {
      // The rest of the log stays there, and is read from it at the next start.
      console.error('The log could not be brought into the database file.', error);
    } finally {
      this.#lock.release();
    }
  }
}

function copyAtStart(dataDir: string, file: string, warn: (words: string) => void): void {
  if (!existsSync(file)) return;
  try {
    makeCopy(dataDir, file, new Date());
  } catch (error) {
    warn(`No copy of the database could be made: ${error instanceof Error ? error.message : String(error)}.`);
  }
}
