import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { LessThan } from 'typeorm';
import { CONFIG, type Config } from '../config.ts';
import { listCopies } from '../database/copies.ts';
import { Database } from '../database/database.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { KEPT_WHOLE, type Merged } from '../songs/history/thin.job.ts';
import { ChangeEntity } from '../songs/song.entity.ts';
import { SongsService } from '../songs/songs.service.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** How long a song lies in the bin before it is deleted for good, in ms. */
const IN_BIN = 30 * DAY;
/** The first round is a little after the start, which has enough to do; then it is one an hour. In ms. */
const [FIRST, EVERY] = [10_000, HOUR];

/** What is done now and then, whoever uses the server: history thinned, the bin emptied, a copy made once a day. */
@Injectable()
export class Housekeeping implements OnApplicationBootstrap, OnModuleDestroy {
  readonly #log = new Logger('housekeeping');
  readonly #database: Database;
  readonly #songs: SongsService;
  readonly #jobs: JobsService;
  readonly #dataDir: string;
  #timer: NodeJS.Timeout | undefined;

  constructor(database: Database, songs: SongsService, jobs: JobsService, @Inject(CONFIG) config: Config) {
    this.#database = database;
    this.#songs = songs;
    this.#jobs = jobs;
    this.#dataDir = config.dataDir;
  }

  onApplicationBootstrap(): void {
    this.#database.whenLogIsLong(() => this.#shortenLog());
    this.#after(FIRST);
  }

  onModuleDestroy(): void {
    clearTimeout(this.#timer);
  }

  /** One round, as at `now`. */
  async tidy(now: Date): Promise<void> {
    await this.#songs.emptyBin(new Date(now.getTime() - IN_BIN));
    const old = new Date(now.getTime() - KEPT_WHOLE).toISOString();
    const songs = await this.#database.read((manager) =>
      manager
        .createQueryBuilder(ChangeEntity, 'change')
        .select('DISTINCT change.songId', 'songId')
        .where({ at: LessThan(old) })
        .getRawMany<{ songId: string }>(),
    );
    for (const { songId } of songs) {
      const { merged } = await this.#jobs.run('thin', { songId, now: now.getTime() }).result;
      for (const one of merged) await this.#merge(songId, one);
    }
    const latest = listCopies(this.#dataDir)[0]?.at.getTime() ?? 0;
    if (now.getTime() - latest >= DAY) await this.#jobs.run('copy', { now: now.getTime() }).result;
  }

  #shortenLog(): void {
    this.#jobs
      .run('checkpoint', {})
      .result.catch((error: unknown) => this.#log.warn(`The log was not shortened: ${String(error)}`));
  }

  #after(ms: number): void {
    this.#timer = setTimeout(() => {
      this.tidy(new Date())
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
