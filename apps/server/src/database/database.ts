import { Injectable } from '@nestjs/common';
import { Mutex } from 'async-mutex';
import { DataSource, type EntityManager } from 'typeorm';

/**
 * The one way to the database. SQLite's driver has a single connection, on which two transactions would mix and a read
 * would see half of a write, so that both wait their turn here.
 */
@Injectable()
export class Database {
  readonly #turn = new Mutex();
  readonly #source: DataSource;

  constructor(source: DataSource) {
    this.#source = source;
  }

  /** Runs `work` in a transaction: all of it is kept, or, when it throws, nothing. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#turn.runExclusive(() => this.#source.transaction(work));
  }

  /** Runs `work` while nothing is being written. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.#turn.runExclusive(() => work(this.#source.manager));
  }
}
