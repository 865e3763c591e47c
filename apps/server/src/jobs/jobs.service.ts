import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { CONFIG, type Config } from '../config.ts';
import { troubleOf } from '../database/trouble.ts';
import type { Job, LaneName } from './job.ts';
import { Lane, type Running } from './lane.ts';

/** Longest time for an incoming file, in ms: one of 100,000 hits takes some seconds. */
const IMPORT_TIME = 30_000;

/** Does what takes long beside the server's own thread and outside its turns at the database. */
@Injectable()
export class JobsService implements OnModuleDestroy {
  readonly #lanes: Readonly<Record<LaneName, Lane>>;
  readonly #folder: string;

  constructor(@Inject(CONFIG) config: Config) {
    this.#folder = config.dataDir;
    const lane = (limits = {}) => new Lane(config.databaseFile, limits);
    this.#lanes = {
      exports: lane(),
      imports: lane({ time: IMPORT_TIME }),
      'long imports': lane({ time: IMPORT_TIME }),
      others: lane(),
    };
  }

  /** Asks for a job; its result is rejected with StorageTrouble where the storage is why. */
  run<Wish, Done>(job: Job<Wish, Done>, wish: Wish, lane = job.lane): Running<Done> {
    const running = this.#lanes[lane].run(job, wish);
    const result = running.result.catch((error: unknown) => {
      throw troubleOf(error, this.#folder) ?? error;
    });
    return { ...running, result };
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all(Object.values(this.#lanes).map((lane) => lane.close()));
  }
}
