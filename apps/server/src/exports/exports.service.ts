import { randomUUID } from 'node:crypto';
import {
  BadRequestException,
  ConflictException,
  HttpException,
  Injectable,
  Logger,
  NotFoundException,
  type OnApplicationBootstrap,
} from '@nestjs/common';
import { exportOptions, stillThere } from '@plucky/core/midi';
import type { ExportOptions } from '@plucky/core/song';
import type { EntityManager } from 'typeorm';
import { Database } from '../database/database.ts';
import { StorageTrouble } from '../database/trouble.ts';
import type { NamedFile } from '../http/file-of.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import type { JobState, Running } from '../jobs/lane.ts';
import { nextTurn } from '../next-turn.ts';
import { SongsService } from '../songs/songs.service.ts';
import { ExportEntity, RegionEntity } from './export.entity.ts';
import { type ExportDone, exportSong, type MadeRegion } from './export.job.ts';
import type { ExportDto, ExportResultDto, KeptExportsDto, RegionFaceDto } from './exports.dto.ts';
import { FORGET_REPLACED, LEFT_BEFORE, type LeftBefore, leftBefore } from './left-before.ts';
import { zip, type ZipWish } from './zip.job.ts';

/** Number of exports kept of a song. */
const KEPT = 50;
/** Parts of an export that are kept in one turn at the database: no save waits longer than for this. */
const [REGIONS_A_TURN, BYTES_A_TURN] = [40, 256 * 1024];

/** State of an unfinished export: waiting, on its way, or ended without a result. */
export type ExportState = JobState | { readonly state: 'failed'; readonly message: string };

/** An export that was begun. */
export interface Begun {
  readonly exportId: string;
  readonly done: Promise<ExportResultDto>;
}

interface Entry {
  readonly running: Running<ExportDone>;
  isCancelled: boolean;
  failure: string | null;
}

@Injectable()
export class ExportsService implements OnApplicationBootstrap {
  readonly #log = new Logger('exports');
  readonly #database: Database;
  readonly #songs: SongsService;
  readonly #jobs: JobsService;
  readonly #begun = new Map<string, Entry>();
  /** The export of each song that was asked for last, settled once it is kept or has failed. */
  readonly #last = new Map<string, Promise<void>>();

  constructor(database: Database, songs: SongsService, jobs: JobsService) {
    this.#database = database;
    this.#songs = songs;
    this.#jobs = jobs;
  }

  /** Exports that an earlier server had begun have failed. */
  async onApplicationBootstrap(): Promise<void> {
    await this.#database.write((manager) => manager.delete(ExportEntity, { state: 'running' }));
  }

  /** Has the regions written, each read back, and kept with what has changed since they last left. */
  async begin(songId: string, body: ExportDto): Promise<Begun> {
    const { only = null, ...asked } = body;
    const options = optionsOf(asked);
    await this.#songs.mustExist(songId);
    const exportId = randomUUID();
    const before = this.#last.get(songId);
    const start = () => this.#jobs.run(exportSong, { songId, options, only });
    // Of one song the next begins when the one before is kept, which it is compared with.
    const running = before ? afterwards(before, start) : start();
    const entry: Entry = { running, isCancelled: false, failure: null };
    this.#begun.set(exportId, entry);
    const done = this.#finish(songId, exportId, options, entry);
    const settled = done.then(nothing, nothing);
    this.#last.set(songId, settled);
    void settled.then(() => {
      if (this.#last.get(songId) === settled) this.#last.delete(songId);
    });
    // Whoever only asks for the state is told of a failure by it.
    done.catch(() => undefined);
    return { exportId, done };
  }

  /** State of an export; its result when it is done. Throws NotFoundException for one that is not known. */
  async find(exportId: string): Promise<ExportResultDto | ExportState> {
    const entry = this.#begun.get(exportId);
    if (entry?.failure) return { state: 'failed', message: entry.failure };
    if (entry) return entry.running.state();
    return this.#database.read(async (manager) => {
      const found = await manager.findOneBy(ExportEntity, { id: exportId, state: 'done' });
      if (!found) throw new NotFoundException('There is no such export. Export again.');
      const regions = await manager.find(RegionEntity, {
        where: { exportId },
        order: { position: 'ASC' },
        select: {
          exportId: true,
          id: true,
          kind: true,
          name: true,
          file: true,
          startBar: true,
          bars: true,
          hits: true,
          state: true,
          sha256: true,
          events: true,
          differences: true,
        },
      });
      const before = await manager.query<Record<string, unknown>[]>(LEFT_BEFORE, [
        found.songId,
        found.number,
      ]);
      return resultOf(
        found,
        regions.map((region) => ({ ...region, differences: readWords(region.differences) })),
        before.map(leftBefore),
      );
    });
  }

  /** The exports of a song that are kept, the latest first. Throws NotFoundException for no song. */
  async kept(songId: string): Promise<KeptExportsDto> {
    await this.#songs.mustExist(songId);
    const exports = await this.#database.read((manager) =>
      manager
        .createQueryBuilder(ExportEntity, 'kept')
        .leftJoin(RegionEntity, 'region', 'region.exportId = kept.id')
        .select('kept.id', 'exportId')
        .addSelect('kept.number', 'number')
        .addSelect('kept.revision', 'revision')
        .addSelect('kept.at', 'at')
        .addSelect('kept.options', 'options')
        .addSelect('COUNT(region.id)', 'files')
        .where({ songId, state: 'done' })
        .groupBy('kept.id')
        .orderBy('kept.number', 'DESC')
        .getRawMany<Omit<KeptExportsDto['exports'][number], 'options'> & { readonly options: string }>(),
    );
    return {
      most: KEPT,
      exports: exports.map((one) => ({ ...one, options: JSON.parse(one.options) as ExportOptions })),
    };
  }

  /** Ends an export that is not done. Throws ConflictException for one that is. */
  async cancel(exportId: string): Promise<void> {
    const entry = this.#begun.get(exportId);
    if (entry) {
      entry.isCancelled = true;
      entry.running.cancel();
      return;
    }
    await this.find(exportId);
    throw new ConflictException('The export is done. Nothing was changed.');
  }

  /** Files of an export in a zip. */
  zip(exportId: string, which: ZipWish['which']): Promise<NamedFile> {
    return this.#jobs.run(zip, { exportId, which }).result;
  }

  region(exportId: string, regionId: string): Promise<NamedFile> {
    return this.#database.read(async (manager) => {
      const region = await manager.findOneBy(RegionEntity, { exportId, id: regionId });
      if (!region) throw new NotFoundException('There is no such region in this export. Export again.');
      return { name: region.file, bytes: new Uint8Array(region.bytes) };
    });
  }

  async #finish(
    songId: string,
    exportId: string,
    options: ExportOptions,
    entry: Entry,
  ): Promise<ExportResultDto> {
    try {
      const made = await entry.running.result;
      const result = await this.#keep(songId, exportId, options, made, entry);
      this.#begun.delete(exportId);
      return result;
    } catch (error) {
      entry.failure = this.#wordsFor(error);
      // Long enough for the one who asks every now and then.
      setTimeout(() => this.#begun.delete(exportId), 60_000).unref();
      throw error;
    }
  }

  /** Why an export has failed, for a person; what was our own fault is logged and not told. */
  #wordsFor(error: unknown): string {
    if (error instanceof HttpException || error instanceof StorageTrouble) return error.message;
    this.#log.error(error instanceof Error ? (error.stack ?? error.message) : error);
    return 'Something went wrong on the server.';
  }

  /** Keeps an export in several turns, so that saves come between them; until the last it does not count. */
  async #keep(
    songId: string,
    exportId: string,
    options: ExportOptions,
    { revision, number, regions, texts, before }: ExportDone,
    entry: Entry,
  ): Promise<ExportResultDto> {
    const begun = await this.#database.write(async (manager) => {
      const at = new Date().toISOString();
      const row: ExportEntity = {
        id: exportId,
        songId,
        number,
        revision,
        options: JSON.stringify(options),
        at,
        texts: JSON.stringify(texts),
        state: 'running',
      };
      await manager.insert(ExportEntity, row);
      return row;
    });
    try {
      for (const some of inTurns(regions)) {
        if (entry.isCancelled) throw new ConflictException('It was cancelled. Nothing was changed.');
        await this.#database.write((manager) => insertRegions(manager, exportId, some));
        // Others are answered between two turns.
        await nextTurn();
      }
      await this.#database.write(async (manager) => {
        await manager.update(ExportEntity, { id: exportId }, { state: 'done' });
        await manager.query(FORGET_REPLACED, [songId, number - KEPT]);
      });
      return resultOf(begun, regions, before);
    } catch (error) {
      await this.#database
        .write((manager) => manager.delete(ExportEntity, { id: exportId }))
        .catch(() => undefined);
      throw error;
    }
  }
}

/** Throws BadRequestException for what only core can tell to be wrong. */
function optionsOf(body: Omit<ExportDto, 'only'>): ExportOptions {
  try {
    return exportOptions({ ...body });
  } catch (error) {
    throw new BadRequestException(error instanceof RangeError ? error.message : undefined);
  }
}

const REGION_COLUMNS = [
  'id',
  'kind',
  'name',
  'file',
  'startBar',
  'bars',
  'hits',
  'state',
  'sha256',
  'sound',
  'events',
  'position',
] as const satisfies readonly (keyof MadeRegion)[];

/** Written out: a query builder would take longer over it than the database. */
async function insertRegions(
  manager: EntityManager,
  exportId: string,
  regions: readonly MadeRegion[],
): Promise<void> {
  const columns = [...REGION_COLUMNS, 'exportId', 'differences', 'tracks', 'bytes'];
  const statement = `INSERT INTO region (${columns.map((one) => `"${one}"`).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`;
  for (const region of regions)
    await manager.query(statement, [
      ...REGION_COLUMNS.map((column) => region[column]),
      exportId,
      JSON.stringify(region.differences),
      JSON.stringify(region.tracks),
      Buffer.from(region.bytes),
    ]);
}

const nothing = () => undefined;

/** A job that is asked for once another one has ended; until then it waits, and can be cancelled. */
function afterwards<T>(before: Promise<void>, start: () => Running<T>): Running<T> {
  let started: Running<T> | null = null;
  let isCancelled = false;
  const result = before.then(() => {
    if (isCancelled) throw new ConflictException('It was cancelled. Nothing was changed.');
    started = start();
    return started.result;
  });
  return {
    result,
    state: () => started?.state() ?? { state: 'queued', ahead: 1 },
    cancel: () => {
      isCancelled = true;
      started?.cancel();
    },
  };
}

function* inTurns(regions: readonly MadeRegion[]): Iterable<MadeRegion[]> {
  let some: MadeRegion[] = [];
  let bytes = 0;
  for (const region of regions) {
    if (some.length >= REGIONS_A_TURN || bytes + region.bytes.length > BYTES_A_TURN) {
      if (some.length) yield some;
      [some, bytes] = [[], 0];
    }
    some.push(region);
    bytes += region.bytes.length;
  }
  if (some.length) yield some;
}

type Checked = Omit<MadeRegion, 'bytes' | 'position' | 'tracks'>;

function resultOf(
  { id, number, revision, at, options }: ExportEntity,
  regions: readonly Checked[],
  before: readonly LeftBefore[],
): ExportResultDto {
  return {
    state: 'done',
    exportId: id,
    number,
    revision,
    at,
    options: JSON.parse(options) as ExportOptions,
    regions: regions.map(faceOf),
    earlier: stillThere(regions, before).map((one) => ({
      ...faceOf(one),
      exportId: one.exportId,
      handOff: one.handOff,
    })),
    verified: {
      events: regions.reduce((sum, region) => sum + region.events, 0),
      differences: regions.reduce((sum, region) => sum + region.differences.length, 0),
    },
  };
}

function faceOf({
  id,
  kind,
  name,
  file,
  startBar,
  bars,
  hits,
  state,
  sha256,
  differences,
}: Omit<Checked, 'events' | 'sound'>): RegionFaceDto {
  return { id, kind, name, file, startBar, bars, hits, state, sha256, differences: [...differences] };
}

function readWords(json: string): string[] {
  return JSON.parse(json) as string[];
}
