import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { Database } from './database.ts';
import { SeenEntity } from './seen.entity.ts';

/** The most that a stop counts, in ms: a clock that has jumped meanwhile does no more than that. */
const LONGEST_STOP = 86_400_000;

const ROW = { id: 1 };

/**
 * Time that was seen to pass, in ms: what runs while the server runs, and at each start what has passed since the stop, at
 * most a day and never backwards. What is deleted for its age is as old as this says.
 */
@Injectable()
export class SeenTime implements OnApplicationBootstrap {
  readonly #database: Database;
  #before = 0;
  #from = performance.now();

  constructor(database: Database) {
    this.#database = database;
  }

  async onApplicationBootstrap(): Promise<void> {
    await this.#database.write(async (manager) => {
      const row = await manager.findOneBy(SeenEntity, ROW);
      this.#before = row ? row.time + sinceStop(row.at, Date.now()) : 0;
      this.#from = performance.now();
    });
    await this.write();
  }

  get now(): number {
    return this.#before + performance.now() - this.#from;
  }

  /** When a copy was last made, by this time; null for never. */
  async copied(): Promise<number | null> {
    const row = await this.#database.read((manager) => manager.findOneBy(SeenEntity, ROW));
    return row?.copied ?? null;
  }

  /** Writes down what was seen, for the next start; and that a copy was made, where one was. */
  async write(copied?: number): Promise<void> {
    await this.#database.write((manager) =>
      // Written out: what saves an entity would begin a transaction of its own.
      manager.query(
        `INSERT INTO seen (id, time, at, copied) VALUES (1, ?, ?, ?)
         ON CONFLICT (id) DO UPDATE SET time = excluded.time, at = excluded.at, copied = coalesce(excluded.copied, copied)`,
        [this.now, new Date().toISOString(), copied ?? null],
      ),
    );
  }
}

/** The length of a stop, in ms, by two readings of a clock that may have jumped between them. */
export function sinceStop(at: string, now: number): number {
  const passed = now - Date.parse(at);
  return Number.isFinite(passed) ? Math.min(LONGEST_STOP, Math.max(0, passed)) : 0;
}
