import { Inject, Injectable } from '@nestjs/common';
import { Mutex } from 'async-mutex';
import { DataSource, type EntityManager } from 'typeorm';
import { CONFIG, type Config } from '../config.ts';
import { type Connection, HeldConnection } from './connection.ts';
import { type StorageTrouble, troubleOf } from './trouble.ts';

/** State of the storage: in trouble since a write failed on it, until the next one that does not. */
export interface StorageState {
  readonly trouble: StorageTrouble;
  readonly since: Date;
}

/** A work that waits for its turn to be written. */
interface Waiting {
  /** Does it, and returns how to answer once all is on disk. */
  readonly run: (manager: EntityManager) => Promise<() => void>;
  readonly reject: (reason: unknown) => void;
}

/** Most works that share a commit. */
const MOST_TOGETHER = 16;
/** After so many commits the log is to be brought into the database file. */
const COMMITS_A_LOG = 200;
/** Time between the server's own looks into trouble, by a small write, in ms. */
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
  readonly #waiting: Waiting[] = [];
  #state: StorageState | null = null;
  #commits = 0;
  #longLog: (() => void) | null = null;
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
    return new Promise<T>((resolve, reject) => {
      const run = async (manager: EntityManager) => {
        const result = await work(manager);
        return () => {
          kept?.(result);
          resolve(result);
        };
      };
      this.#waiting.push({ run, reject });
      void this.#turn.runExclusive(() => this.#writeWaiting());
    });
  }

  /** Runs `work` while nothing is being written. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#inTurn(() => work(this.#source.manager));
  }

  /** The storage's trouble, if any; looks again by a small write of its own now and then. */
  async state(): Promise<StorageState | null> {
    if (this.#state && Date.now() - this.#probedAt > PROBE_EVERY) {
      this.#probedAt = Date.now();
      // The number means nothing here; writing it touches a page, as a save would.
      await this.write((manager) => manager.query('PRAGMA user_version = 0')).catch(() => undefined);
    }
    return this.#state;
  }

  /**
   * Writes what waits in one transaction, each work within a savepoint of its own: what the disk takes for a commit is paid
   * once for all of them. None is answered before the commit, and none is kept without it.
   */
  async #writeWaiting(): Promise<void> {
    const together = this.#waiting.splice(0, MOST_TOGETHER);
    if (!together.length) return;
    const answers: (() => void)[] = [];
    try {
      const connection = await this.#open();
      // At once for writing, so that a lock of another program is met here and not half-way with an old snapshot.
      connection.exec('BEGIN IMMEDIATE');
      const [only, ...others] = together;
      // One alone is undone with the transaction.
      if (only && !others.length) answers.push(await only.run(this.#source.manager));
      else for (const one of together) answers.push(await this.#writeOne(connection, one));
      connection.exec('COMMIT');
      this.#state = null;
      this.#afterCommit();
    } catch (error) {
      const reason = await this.#failed(error);
      for (const { reject } of together) reject(reason);
      return;
    }
    for (const answer of answers) answer();
  }

  /** Does one work of a transaction, or undoes it alone where it throws by itself; returns how it is answered. */
  async #writeOne(connection: Connection, { run, reject }: Waiting): Promise<() => void> {
    connection.exec('SAVEPOINT one');
    try {
      const answer = await run(this.#source.manager);
      connection.exec('RELEASE one');
      return answer;
    } catch (error) {
      if (troubleOf(error, this.#folder)) throw error;
      connection.exec('ROLLBACK TO one; RELEASE one');
      return () => reject(error);
    }
  }

  /** Sets the work for a long log; it takes too long to be done between two saves. */
  whenLogIsLong(work: () => void): void {
    this.#longLog = work;
  }

  #afterCommit(): void {
    this.#commits++;
    if (this.#commits % COMMITS_A_LOG === 0) this.#longLog?.();
  }

  #inTurn<T>(work: () => Promise<T>): Promise<T> {
    return this.#turn.runExclusive(async () => {
      try {
        await this.#open();
        return await work();
      } catch (error) {
        throw await this.#failed(error);
      }
    });
  }

  /** Brings the connection back to where nothing is open, and returns what to tell. */
  async #failed(error: unknown): Promise<unknown> {
    const trouble = troubleOf(error, this.#folder);
    this.#endTransaction();
    if (!trouble) return error;
    this.#state = { trouble, since: this.#state?.since ?? new Date() };
    await this.#close();
    return trouble;
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
