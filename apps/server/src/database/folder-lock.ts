import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ConfigError } from '../config.ts';
import { type Connection, openConnection } from './connection.ts';

/** Who has the folder, for the one who comes second. */
interface Holder {
  readonly process: number;
  readonly address: string;
  readonly since: string;
}

/**
 * Holds a data folder for one process. It is a lock of the operating system, taken through SQLite on a file of its own, so
 * that it ends with the process however that ends.
 */
export class FolderLock {
  readonly #connection: Connection;
  readonly #holderFile: string;

  private constructor(connection: Connection, holderFile: string) {
    this.#connection = connection;
    this.#holderFile = holderFile;
  }

  /** Throws ConfigError, naming the holder, when another process has the folder. */
  static take(folder: string, address: string): FolderLock {
    const holderFile = join(folder, 'server.json');
    const connection = openConnection(join(folder, 'server.lock'), 0);
    try {
      connection.exec('BEGIN EXCLUSIVE');
    } catch (error) {
      connection.close();
      if (error instanceof Error && 'code' in error && error.code === 'SQLITE_BUSY')
        throw new ConfigError(
          `The data folder ${folder} is in use by ${holderIn(holderFile)}. Use that one, stop it, or choose another folder with DATA_DIR.`,
        );
      throw error;
    }
    const lock = new FolderLock(connection, holderFile);
    lock.says(address);
    return lock;
  }

  /** Tells where the holder is to be reached. */
  says(address: string): void {
    const holder: Holder = { process: process.pid, address, since: new Date().toISOString() };
    writeFileSync(this.#holderFile, JSON.stringify(holder));
  }

  release(): void {
    this.#connection.exec('ROLLBACK');
    this.#connection.close();
  }
}

function holderIn(file: string): string {
  try {
    const { process: id, address, since } = JSON.parse(readFileSync(file, 'utf8')) as Holder;
    return `the server at ${address} (process ${id}, since ${since})`;
  } catch {
    return 'another server';
  }
}
