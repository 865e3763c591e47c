import { Inject, Injectable } from '@nestjs/common';
import { Mutex } from 'async-mutex';
import { DataSource, type EntityManager } from 'typeorm';
import { CONFIG, type Config } from '../config.ts';
import { HeldConnection, type Connection } from './connection.ts';
import { troubleOf, type StorageTrouble } from './trouble.ts';

/** How the storage is: in trouble since a write failed on it, until the next one that does not. */
export interface StorageState {
  readonly trouble: StorageTrouble;
  readonly since: Date;
}

/** How often trouble is looked into by a write of the server's own, in ms. */
const PROBE_EVERY = 2000;

/**
 * The one way to the database. SQLite's driver has a single connection, on which two transactions would mix and a read
 * would see half of a write, so that both wait their turn here. Transactions are begun and ended on the connection itself:
 * SQLite may end one by its own accord, of which TypeORM's count of them knows nothing.
 */
@Injectable()
export class Database {
  readonly #turn = new Mutex();
  readonly #source: DataSource;
  readonly #held: HeldConnection;
  readonly #folder: string;
  #state: StorageState | null = null;
  #probedAt = 0;

  constructor(source: DataSource, held: HeldConnection, @Inject(CONFIG) config: Config) {
    this.#source = source;
    this.#held = held;
    this.#folder = config.dataDir;
  }

  /**
   * Runs `work` in a transaction: when this answers, all of it is on disk; when it throws, nothing of it is kept and no
   * transaction is open. `kept` is told the result once it is on disk, before anyone else's turn.
   * Throws StorageTrouble where the storage is why.
   */
  write<T>(work: (manager: EntityManager) => Promise<T>, kept?: (result: T) => void): Promise<T> {
    return this.#inTurn(async (connection) => {
      // At once for writing, so that a lock of another program is met here and not half-way with an old snapshot.
      connection.exec('BEGIN IMMEDIATE');
      const result = await work(this.#source.manager);
      connection.exec('COMMIT');
      this.#state = null;
      kept?.(result);
      return result;
    });
  }

  /** Runs `work` while nothing is being written. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#inTurn(() => work(this.#source.manager));
  }

  /** What is wrong with the storage, if anything is; looks again by a small write of its own now and then. */
  async state(): Promise<StorageState | null> {
    if (this.#state && Date.now() - this.#probedAt > PROBE_EVERY) {
      this.#probedAt = Date.now();
      // The number means nothing here; writing it touches a page, as a save would.
      await this.write((manager) => manager.query('PRAGMA user_version = 0')).catch(() => undefined);
    }
    return this.#state;
  }

  #inTurn<T>(work: (connection: Connection) => Promise<T>): Promise<T> {
    return this.#turn.runExclusive(async () => {
      try {
        return await work(await this.#open());
      } catch (error) {
        const trouble = troubleOf(error, this.#folder);
        this.#endTransaction();
        if (!trouble) throw error;
        this.#state = { trouble, since: this.#state?.since ?? new Date() };
        await this.#close();
        throw trouble;
      }
    });
  }

  async #open(): Promise<Connection> {
    if (!this.#source.isInitialized) await this.#source.initialize();
    if (!this.#held.current) throw new Error('The database has no connection.');
    return this.#held.current;
  }

  /** Throws the connection away with its statements, one of which may hold an old snapshot; the next turn opens another. */
  async #close(): Promise<void> {
    this.#held.current = null;
    if (this.#source.isInitialized) await this.#source.destroy();
  }

  /** Proves that no transaction is open, or ends the process: what came after would look saved and be lost. */
  #endTransaction(): void {
    const connection = this.#held.current;
    if (!connection) return;
    try {
      if (connection.inTransaction) connection.exec('ROLLBACK');
      if (!connection.inTransaction) return;
    } catch (error) {
      console.error(error);
    }
    console.error(
      'A transaction could not be ended. The server stops, so that nothing is called saved that is not.',
    );
    process.exit(1);
  }
}
