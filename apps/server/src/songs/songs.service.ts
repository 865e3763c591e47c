import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import {
  apply,
  changeBetween,
  documentOf,
  indexOf,
  meterName,
  readRecords,
  seedFrom,
  songBars,
  type ChangeSet,
  type SongDocument,
  type SongRecord,
} from '@plucky/core';
import { blankSong, DEMO_SONGS, songFrom, STARTERS } from '@plucky/songs';
import { IsNull, MoreThan, Not, type EntityManager } from 'typeorm';
import { Database } from '../database/database.ts';
import { ChangeEntity, RecordEntity, SongEntity } from './song.entity.ts';

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

/** A kept revision: what made it, and when. */
export interface Revision extends SongRevision {
  readonly label: string;
  readonly at: string;
}

/** Rows in one INSERT, below SQLite's limit on parameters. */
const CHUNK = 200;
/** Parsed songs kept in memory. */
const MOST_CACHED = 16;

@Injectable()
export class SongsService {
  readonly #database: Database;
  readonly #parsed = new Map<string, { revision: number; document: SongDocument }>();

  constructor(database: Database) {
    this.#database = database;
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
      const { revision, document } = await this.#load(manager, id);
      return { revision, records: Object.values(document.records) };
    });
  }

  /** Runs `work` on a song as it is now, while nothing changes it. */
  withSong<T>(
    id: string,
    work: (manager: EntityManager, song: { revision: number; document: SongDocument }) => Promise<T>,
  ): Promise<T> {
    return this.#database.write(async (manager) => work(manager, await this.#load(manager, id)));
  }

  /** A new song that is blank, a demo, made of a starter, or a copy. Throws NotFoundException for an unknown source. */
  create(from: string, name?: string): Promise<SongFace & SongContents> {
    return this.#database.write(async (manager) => {
      const id = randomUUID();
      const document = await this.#newDocument(manager, id, from, name);
      const face = await this.insert(manager, id, document);
      return { ...face, records: Object.values(document.records) };
    });
  }

  /** Applies a change set that was made on revision `base`; all or nothing. */
  change(
    id: string,
    base: number,
    { label, put, remove }: { label: string; put: readonly object[]; remove: readonly string[] },
  ): Promise<SongRevision> {
    const change: ChangeSet = { label, put: readRecords(put), remove };
    return this.withSong(id, async (manager, { revision, document }) => {
      if (base !== revision)
        throw new ConflictException({
          message: `The song has moved on to revision ${revision} since ${base}. Nothing was changed.`,
          revision,
        });
      return this.#commit(manager, id, revision, document, change);
    });
  }

  setInBin(id: string, inBin: boolean): Promise<void> {
    return this.#database.write(async (manager) => {
      const song = await manager.findOneBy(SongEntity, { id });
      if (!song) throw unknownSong(id);
      await manager.update(SongEntity, { id }, { deletedAt: inBin ? new Date().toISOString() : null });
    });
  }

  history(id: string): Promise<Revision[]> {
    return this.#database.read(async (manager) => {
      await this.#face(manager, id);
      const changes = await manager.find(ChangeEntity, {
        where: { songId: id },
        order: { revision: 'DESC' },
      });
      return changes.map(({ revision, label, at }) => ({ revision, label, at }));
    });
  }

  /** Goes back to how the song was at a kept revision, as a new revision. */
  revert(id: string, to: number): Promise<SongRevision> {
    return this.withSong(id, async (manager, { revision, document }) => {
      if (to > revision) throw new NotFoundException(`There is no revision ${to} yet. Nothing was changed.`);
      const later = await manager.find(ChangeEntity, {
        where: { songId: id, revision: MoreThan(to) },
        order: { revision: 'DESC' },
      });
      let before = document;
      for (const { inverse } of later) before = apply(before, JSON.parse(inverse) as ChangeSet).document;
      const change = changeBetween(document, before, `go back to revision ${to}`);
      return this.#commit(manager, id, revision, document, change);
    });
  }

  /** Inserts a song as revision 1. */
  async insert(manager: EntityManager, id: string, document: SongDocument): Promise<SongFace> {
    const song = manager.create(SongEntity, { id, ...summary(document), revision: 1, deletedAt: null });
    await manager.insert(SongEntity, song);
    await putRecords(manager, id, Object.values(document.records));
    return faceOf(song);
  }

  async #commit(
    manager: EntityManager,
    id: string,
    revision: number,
    document: SongDocument,
    change: ChangeSet,
  ): Promise<SongRevision> {
    const applied = apply(document, change);
    const next = revision + 1;
    const face = summary(applied.document);
    for (const gone of change.remove) await manager.delete(RecordEntity, { songId: id, id: gone });
    await putRecords(manager, id, change.put);
    await manager.insert(ChangeEntity, {
      songId: id,
      revision: next,
      label: change.label,
      inverse: JSON.stringify(applied.inverse),
      at: face.updatedAt,
    });
    await manager.update(SongEntity, { id }, { ...face, revision: next });
    this.#remember(id, next, applied.document);
    return { revision: next };
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
    const document = kind === 'demo' && make ? make() : (await this.#load(manager, source)).document;
    const { song } = indexOf(document);
    const copyName = name ?? (kind === 'song' ? `${song.name.slice(0, 73)}, copy` : song.name);
    return documentOf([...Object.values(document.records), { ...song, name: copyName }]);
  }

  async #face(manager: EntityManager, id: string): Promise<SongEntity> {
    const song = await manager.findOneBy(SongEntity, { id, deletedAt: IsNull() });
    if (!song) throw unknownSong(id);
    return song;
  }

  async #load(manager: EntityManager, id: string): Promise<{ revision: number; document: SongDocument }> {
    const { revision } = await this.#face(manager, id);
    const known = this.#parsed.get(id);
    if (known?.revision === revision) return known;
    const rows = await manager.findBy(RecordEntity, { songId: id });
    return this.#remember(id, revision, documentOf(rows.map((row) => JSON.parse(row.body) as SongRecord)));
  }

  #remember(id: string, revision: number, document: SongDocument) {
    const entry = { revision, document };
    this.#parsed.delete(id);
    this.#parsed.set(id, entry);
    const [oldest] = this.#parsed.keys();
    if (this.#parsed.size > MOST_CACHED && oldest !== undefined) this.#parsed.delete(oldest);
    return entry;
  }
}

async function putRecords(
  manager: EntityManager,
  songId: string,
  records: readonly SongRecord[],
): Promise<void> {
  const rows = records.map((record) => ({
    songId,
    id: record.id,
    kind: record.kind,
    body: JSON.stringify(record),
  }));
  for (let i = 0; i < rows.length; i += CHUNK)
    await manager.upsert(RecordEntity, rows.slice(i, i + CHUNK), ['songId', 'id']);
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

function faceOf({ deletedAt: _, ...face }: SongEntity): SongFace {
  return face;
}

function unknownSong(id: string): NotFoundException {
  return new NotFoundException(`There is no song with the id ${id.slice(0, 64)}.`);
}
