import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import {
  applyWithinLimits,
  bringUpRecords,
  type ChangeSet,
  cutName,
  documentOf,
  FORMAT,
  indexOf,
  InvalidSongError,
  isOlderFormat,
  LIMITS,
  meterName,
  readRecords,
  readSongFile,
  safeFileName,
  seedFrom,
  sizeProblems,
  songBars,
  type SongDocument,
  type SongFile,
  songFile,
  songOfFile,
  type SongRecord,
  type Stored,
} from '@plucky/core';
import { blankSong, DEMO_SONGS, songFrom, STARTERS } from '@plucky/songs';
import { type EntityManager, IsNull, LessThan, Not } from 'typeorm';
import { Database } from '../database/database.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { packUndo } from './history/undo.ts';
import { ChangeEntity, RecordEntity, SongEntity } from './song.entity.ts';
import { addChange, putRecords, removeRecords, stateOf, updateSong } from './song-statements.ts';

/** What lists show of a song. */
export type SongFace = Pick<
  SongEntity,
  'id' | 'name' | 'tempo' | 'meter' | 'bars' | 'keyName' | 'revision' | 'updatedAt'
>;

export interface SongRevision {
  readonly revision: number;
}

export interface SongContents extends SongRevision {
  readonly records: readonly SongRecord[];
}

/** A kept revision: what made it and when, and how many changes it stands for. */
export interface Revision extends SongRevision {
  readonly label: string;
  readonly at: string;
  readonly covers: number;
}

/** A change set as a page made it, its records of the format that the page knows. */
export interface MadeChange {
  readonly label: string;
  readonly put: readonly object[];
  readonly remove: readonly string[];
  readonly format: number;
}

/** A song as it is at a revision. */
interface LoadedSong extends SongRevision {
  readonly document: SongDocument;
}

/** Parsed songs kept in memory. */
const MOST_CACHED = 16;

@Injectable()
export class SongsService {
  readonly #database: Database;
  readonly #jobs: JobsService;
  readonly #parsed = new Map<string, LoadedSong>();

  constructor(database: Database, jobs: JobsService) {
    this.#database = database;
    this.#jobs = jobs;
  }

  list(inBin = false): Promise<SongFace[]> {
    return this.#database.read(async (manager) => {
      const songs = await manager.find(SongEntity, {
        where: { deletedAt: inBin ? Not(IsNull()) : IsNull() },
        order: { updatedAt: 'DESC', name: 'ASC' },
      });
      return songs.map(faceOf);
    });
  }

  contents(id: string): Promise<SongContents> {
    return this.#database.read(async (manager) => {
      const { revision, document } = await this.#loadNow(manager, id);
      return { revision, records: Object.values(document.records) };
    });
  }

  /** Throws NotFoundException when there is no such song. */
  async mustExist(id: string): Promise<void> {
    await this.#database.read((manager) => this.#revision(manager, id));
  }

  /**
   * A new song that is blank, a demo, made of a starter, or a copy. Throws NotFoundException for an unknown source, and
   * ConflictException when there are as many songs as there may be.
   */
  create(from: string, name?: string): Promise<SongFace & SongContents> {
    return this.#add((manager, id) => this.#newDocument(manager, id, from, name));
  }

  #add(
    make: (manager: EntityManager, id: string) => Promise<SongDocument>,
  ): Promise<SongFace & SongContents> {
    return this.#database.write(async (manager) => {
      const count = await manager.countBy(SongEntity, { deletedAt: IsNull() });
      if (count >= LIMITS.songs)
        throw new ConflictException(
          `There are ${count} songs and no room for more. Nothing was made; put some in the bin first.`,
        );
      const id = randomUUID();
      const document = await make(manager, id);
      const face = await this.insert(manager, id, document);
      return { ...face, records: Object.values(document.records) };
    });
  }

  /** A new song as a file says it. Throws InvalidSongError, NewerFormatError, and ConflictException where there is no room. */
  take(file: SongFile): Promise<SongFace & SongContents> {
    return this.takeDocument(songOfFile(file));
  }

  /** The same of a file's text. */
  takeText(text: string): Promise<SongFace & SongContents> {
    return this.takeDocument(readSongFile(text));
  }

  /** A new song that was made elsewhere. Throws InvalidSongError where it is beyond the limits. */
  takeDocument(document: SongDocument): Promise<SongFace & SongContents> {
    const problems = sizeProblems(document);
    if (problems.length) throw new InvalidSongError(problems);
    return this.#add(() => Promise.resolve(document));
  }

  /** A song as a file, with the file's name. */
  async file(id: string): Promise<{ readonly name: string; readonly text: string }> {
    const { document } = await this.#database.read((manager) => this.#loadNow(manager, id));
    return { name: `${safeFileName(indexOf(document).song.name)}.json`, text: songFile(document) };
  }

  /** Applies a change set that was made on revision `base`; all or nothing. */
  change(id: string, base: number, { label, put, remove, format }: MadeChange): Promise<SongRevision> {
    const change: ChangeSet = { label, put: readRecords(bringUpRecords(put as Stored[], format)), remove };
    return this.#commit(id, base, change);
  }

  setInBin(id: string, inBin: boolean): Promise<void> {
    return this.#database.write(async (manager) => {
      const song = await manager.findOneBy(SongEntity, { id });
      if (!song) throw unknownSong(id);
      if (
        (await manager.countBy(SongEntity, { deletedAt: inBin ? Not(IsNull()) : IsNull() })) >= LIMITS.songs
      )
        throw new ConflictException(
          inBin
            ? 'The bin is full. Nothing was changed; it lets go of what has lain in it for 30 days.'
            : 'There are as many songs as there may be. Nothing was changed; put one in the bin first.',
        );
      await manager.update(SongEntity, { id }, { deletedAt: inBin ? new Date().toISOString() : null });
    });
  }

  history(id: string): Promise<Revision[]> {
    return this.#database.read(async (manager) => {
      await this.#revision(manager, id);
      const changes = await manager.find(ChangeEntity, {
        where: { songId: id },
        order: { revision: 'DESC' },
        select: { songId: true, revision: true, label: true, at: true, covers: true },
      });
      return changes.map(({ revision, label, at, covers }) => ({ revision, label, at, covers }));
    });
  }

  /** A song as it was at a kept revision. Throws NotFoundException for one that is not kept. */
  async look(id: string, revision: number): Promise<SongContents> {
    await this.mustExist(id);
    const { records } = await this.#jobs.run('look', { songId: id, revision, as: 'whole' }).result;
    return { revision, records };
  }

  /** Goes back to how the song was at a kept revision, as a new revision. */
  async revert(id: string, to: number): Promise<SongRevision> {
    await this.mustExist(id);
    const { now, records, remove } = await this.#jobs.run('look', { songId: id, revision: to, as: 'change' })
      .result;
    return this.#commit(id, now, { label: `go back to revision ${to}`, put: records, remove });
  }

  /** Deletes for good what was put in the bin before a time. */
  async emptyBin(before: Date): Promise<void> {
    await this.#database.write((manager) =>
      manager.delete(SongEntity, { deletedAt: LessThan(before.toISOString()) }),
    );
  }

  /** Inserts a song as revision 1. */
  async insert(manager: EntityManager, id: string, document: SongDocument): Promise<SongFace> {
    const song = manager.create(SongEntity, {
      id,
      ...summary(document),
      revision: 1,
      deletedAt: null,
      format: FORMAT,
    });
    await manager.insert(SongEntity, song);
    await putRecords(manager, id, Object.values(document.records));
    return faceOf(song);
  }

  #commit(id: string, base: number, change: ChangeSet): Promise<SongRevision> {
    const work = async (manager: EntityManager): Promise<LoadedSong> => {
      const revision = await this.#revision(manager, id);
      if (base !== revision)
        throw new ConflictException({
          message: `The song has moved on to revision ${revision} since ${base}. Nothing was changed.`,
          revision,
        });
      const { document } = await this.#load(manager, id, revision);
      const { document: next, inverse } = applyWithinLimits(document, change);
      const face = summary(next);
      await removeRecords(manager, id, change.remove);
      await putRecords(manager, id, change.put);
      const touched = [...inverse.put.map((record) => record.id), ...inverse.remove];
      await addChange(manager, {
        songId: id,
        revision: revision + 1,
        label: change.label,
        undo: packUndo(document.records, next.records, touched),
        format: FORMAT,
        at: face.updatedAt,
      });
      await updateSong(manager, { id, ...face, revision: revision + 1 });
      return { revision: revision + 1, document: next };
    };
    return this.#database
      .write(work, (song) => void this.#remember(id, song))
      .then(({ revision }) => ({ revision }));
  }

  async #newDocument(manager: EntityManager, id: string, from: string, name?: string): Promise<SongDocument> {
    if (from === 'blank') return blankSong(name ?? 'Untitled song', seedFrom(id) >>> 0);
    const [kind = '', source = ''] = from.split(':');
    if (kind === 'starter') {
      const item = Object.hasOwn(STARTERS, source) ? STARTERS[source] : undefined;
      if (!item) throw new NotFoundException(`There is no starter pattern ${source}.`);
      return songFrom(item, name ?? item.name, seedFrom(id) >>> 0);
    }
    const make = Object.hasOwn(DEMO_SONGS, source) ? DEMO_SONGS[source] : undefined;
    if (kind === 'demo' && !make) throw new NotFoundException(`There is no demo song ${source}.`);
    const document = kind === 'demo' && make ? make() : (await this.#loadNow(manager, source)).document;
    const { song } = indexOf(document);
    const copyName = name ?? (kind === 'song' ? `${cutName(song.name, 73)}, copy` : song.name);
    return documentOf([...Object.values(document.records), { ...song, name: copyName }]);
  }

  async #revision(manager: EntityManager, id: string): Promise<number> {
    const state = await stateOf(manager, id);
    if (!state) throw unknownSong(id);
    // Older ones have been brought up at the start.
    isOlderFormat(state.format);
    return state.revision;
  }

  async #loadNow(manager: EntityManager, id: string): Promise<LoadedSong> {
    const revision = await this.#revision(manager, id);
    return this.#load(manager, id, revision);
  }

  async #load(manager: EntityManager, id: string, revision: number): Promise<LoadedSong> {
    const known = this.#parsed.get(id);
    if (known?.revision === revision) return known;
    const rows = await manager.findBy(RecordEntity, { songId: id });
    const document = documentOf(rows.map((row) => JSON.parse(row.body) as SongRecord));
    return this.#remember(id, { revision, document });
  }

  #remember(id: string, entry: LoadedSong): LoadedSong {
    this.#parsed.delete(id);
    this.#parsed.set(id, entry);
    const [oldest] = this.#parsed.keys();
    if (this.#parsed.size > MOST_CACHED && oldest !== undefined) this.#parsed.delete(oldest);
    return entry;
  }
}

function summary(document: SongDocument) {
  const { song } = indexOf(document);
  return {
    name: song.name,
    tempo: song.tempo,
    meter: meterName(song.meter),
    keyName: `${song.key.tonic} ${song.key.scale}`,
    bars: songBars(document),
    updatedAt: new Date().toISOString(),
  };
}

function faceOf({ deletedAt: _, format: __, ...face }: SongEntity): SongFace {
  return face;
}

function unknownSong(id: string): NotFoundException {
  return new NotFoundException(`There is no song with the id ${id.slice(0, 64)}.`);
}
