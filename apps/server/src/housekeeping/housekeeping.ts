import { Injectable, Logger, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import { LessThan } from 'typeorm';
import { Database } from '../database/database.ts';
import { SeenTime } from '../database/seen-time.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { KEPT_WHOLE, type Merged, thin } from '../songs/history/thin.job.ts';
import { ChangeEntity } from '../songs/song.entity.ts';
import { SongsService } from '../songs/songs.service.ts';
import { checkpoint } from './checkpoint.job.ts';
import { copy } from './copy.job.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Time of a song in the bin before it is deleted for good, in ms. */
const IN_BIN = 30 * DAY;
/** The first round is a little after the start, which has enough to do; then it is one an hour. In ms. */
const [FIRST, EVERY] = [10_000, HOUR];

/** Housekeeping beside all users: history thinned, the bin emptied, a copy made once a day. */
@Injectable()
export class Housekeeping implements OnApplicationBootstrap, OnModuleDestroy {
  readonly #log = new Logger('housekeeping');
  readonly #database: Database;
  readonly #songs: SongsService;
  readonly #jobs: JobsService;
  readonly #seen: SeenTime;
  #timer: NodeJS.Timeout | undefined;

  constructor(database: Database, songs: SongsService, jobs: JobsService, seen: SeenTime) {
    this.#database = database;
    this.#songs = songs;
    this.#jobs = jobs;
    this.#seen = seen;
  }

  onApplicationBootstrap(): void {
    this.#database.whenLogIsLong(() => this.#shortenLog());
    this.#after(FIRST);
  }

  onModuleDestroy(): void {
    clearTimeout(this.#timer);
  }

  /** One round, as at `now` of the time that was seen to pass. */
  async tidy(now = this.#seen.now): Promise<void> {
    await this.#songs.emptyBin(now - IN_BIN);
    const songs = await this.#database.read((manager) =>
      manager
        .createQueryBuilder(ChangeEntity, 'change')
        .select('DISTINCT change.songId', 'songId')
        .where({ seenAt: LessThan(now - KEPT_WHOLE) })
        .getRawMany<{ songId: string }>(),
    );
    for (const { songId } of songs) {
      const { merged } = await this.#jobs.run(thin, { songId, now }).result;
      for (const one of merged) await this.#merge(songId, one);
    }
    const copied = await this.#seen.copied();
    const isDue = copied === null || now - copied >= DAY;
    if (isDue) await this.#jobs.run(copy, { now: Date.now() }).result;
    await this.#seen.write(isDue ? now : undefined);
  }

  #shortenLog(): void {
    this.#jobs
      .run(checkpoint, null)
      .result.catch((error: unknown) => this.#log.warn(`The log was not shortened: ${String(error)}`));
  }

  #after(ms: number): void {
    this.#timer = setTimeout(() => {
      this.tidy()
        .catch((error: unknown) => this.#log.warn(`What is done every hour failed: ${String(error)}`))
        .finally(() => this.#after(EVERY));
    }, ms).unref();
  }

  /** Changes of the past stay as they are, so that what was found in a snapshot still holds when it is written. */
  #merge(songId: string, { revision, gone, covers, undo, format }: Merged): Promise<void> {
    return this.#database.write(async (manager) => {
      for (const one of gone) await manager.delete(ChangeEntity, { songId, revision: one });
      await manager.update(
        ChangeEntity,
        { songId, revision },
        { covers, format, undo: typeof undo === 'string' ? undo : Buffer.from(undo), inverse: '' },
      );
    });
  }
}
