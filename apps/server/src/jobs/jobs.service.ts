import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { CONFIG, type Config } from '../config.ts';
import { troubleOf } from '../database/trouble.ts';
import type { JobKind, Jobs } from './job.ts';
import { Lane, type Running } from './lane.ts';

/** Exports stand in a line of their own, so that what is quick need not wait for one. */
const LANES: Readonly<Record<JobKind, 'exports' | 'others'>> = {
  export: 'exports',
  zip: 'others',
  look: 'others',
  thin: 'others',
  copy: 'others',
  checkpoint: 'others',
};

/** Does what takes long beside the server's own thread and outside its turns at the database. */
@Injectable()
export class JobsService implements OnModuleDestroy {
  readonly #lanes: Readonly<Record<'exports' | 'others', Lane>>;
  readonly #folder: string;

  constructor(@Inject(CONFIG) config: Config) {
    this.#folder = config.dataDir;
    this.#lanes = { exports: new Lane(config.databaseFile), others: new Lane(config.databaseFile) };
  }

  /** Asks for a job; its result is rejected with StorageTrouble where the storage is why. */
  run<K extends JobKind>(kind: K, job: Jobs[K]['job']): Running<Jobs[K]['done']> {
    const running = this.#lanes[LANES[kind]].run(kind, job);
    const result = running.result.catch((error: unknown) => {
      throw troubleOf(error, this.#folder) ?? error;
    });
    return { ...running, result };
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.#lanes.exports.close(), this.#lanes.others.close()]);
  }
}
