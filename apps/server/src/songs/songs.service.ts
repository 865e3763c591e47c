import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { safeFileName } from '@plucky/core/midi';
import { cutName, documentOf, FORMAT, indexOf, LIMITS, type SongDocument, songFile } from '@plucky/core/song';
import { seedFrom } from '@plucky/core/time';
import { blankSong, songFrom } from '@plucky/songs';
import { DEMO_SONGS, STARTERS } from '@plucky/songs/library';
import { type EntityManager, IsNull, LessThan, Not } from 'typeorm';
import { Database } from '../database/database.ts';
import { SeenTime } from '../database/seen-time.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { whileHere } from '../jobs/lane.ts';
import { nextTurn } from '../next-turn.ts';
import type { NewSong, Revision, SongContents, SongFace } from './faces.ts';
import { look } from './history/look.job.ts';
import { type MadeFace, madeFace, type MadeSong } from './made-song.ts';
import { OpenSongs, unknownSong } from './open-songs.ts';
import { readSongText } from './read-song.job.ts';
import { ChangeEntity, SongEntity } from './song.entity.ts';
import { SongEvents } from './song-events.ts';
import { inTurns, putRecords, putRows } from './song-statements.ts';

@Injectable()
export class SongsService {
  readonly #database: Database;
  readonly #open: OpenSongs;
  readonly #jobs: JobsService;
  readonly #events: SongEvents;
  readonly #seen: SeenTime;

  constructor(database: Database, open: OpenSongs, jobs: JobsService, events: SongEvents, seen: SeenTime) {
    this.#database = database;
    this.#open = open;
    this.#jobs = jobs;
    this.#events = events;
    this.#seen = seen;
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
      const { revision, document } = await this.#open.loadNow(manager, id);
      return { revision, records: Object.values(document.records) };
    });
  }

  /** Throws NotFoundException when there is no such song. */
  async mustExist(id: string): Promise<void> {
    await this.#database.read((manager) => this.#open.revision(manager, id));
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
      await mustHaveRoom(manager);
      const id = randomUUID();
      const document = await make(manager, id);
      const face = await this.insert(manager, id, document);
      return { ...face, records: Object.values(document.records) };
    });
  }

  /**
   * A new song as a file's text says; read by a worker, which is ended when the sender leaves. Throws ConflictException where
   * there is no room.
   */
  async take(text: Uint8Array, gone: AbortSignal): Promise<NewSong> {
    return this.insertMade(await whileHere(this.#jobs.run(readSongText, { text }), gone));
  }

  /** Inserts a song that a worker has made and found sound. */
  insertMade({ face, rows }: MadeSong): Promise<NewSong> {
    return this.#database.write(async (manager) => {
      await mustHaveRoom(manager);
      const song = manager.create(SongEntity, freshSong(randomUUID(), face));
      await manager.insert(SongEntity, song);
      for (const some of inTurns(rows)) {
        await putRows(manager, song.id, some);
        // Others are answered between two turns.
        await nextTurn();
      }
      return { ...faceOf(song), rows };
    });
  }

  /** A song as a file, with the file's name. */
  async file(id: string): Promise<{ readonly name: string; readonly text: string }> {
    const { document } = await this.#database.read((manager) => this.#open.loadNow(manager, id));
    return { name: `${safeFileName(indexOf(document).song.name)}.json`, text: songFile(document) };
  }

  setInBin(id: string, inBin: boolean): Promise<void> {
    return this.#database.write(
      async (manager) => {
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
        await manager.update(
          SongEntity,
          { id },
          {
            deletedAt: inBin ? new Date().toISOString() : null,
            binnedAt: inBin ? this.#seen.now : null,
          },
        );
      },
      () => {
        if (inBin) this.#events.gone(id);
      },
    );
  }

  history(id: string): Promise<Revision[]> {
    return this.#database.read(async (manager) => {
      await this.#open.revision(manager, id);
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
    const { records } = await this.#jobs.run(look, { songId: id, revision, as: 'whole' }).result;
    return { revision, records };
  }

  /** Deletes for good what was put in the bin before a time, of that which was seen to pass. */
  async emptyBin(before: number): Promise<void> {
    await this.#database.write((manager) => manager.delete(SongEntity, { binnedAt: LessThan(before) }));
  }

  /** Inserts a song as revision 1. */
  async insert(manager: EntityManager, id: string, document: SongDocument): Promise<SongFace> {
    const song = manager.create(SongEntity, freshSong(id, madeFace(document)));
    await manager.insert(SongEntity, song);
    await putRecords(manager, id, Object.values(document.records));
    return faceOf(song);
  }

  async #newDocument(manager: EntityManager, id: string, from: string, name?: string): Promise<SongDocument> {
    if (from === 'blank') return blankSong(name ?? 'Untitled song', seedFrom(id) >>> 0);
    const [kind = '', source = ''] = from.split(':');
    if (kind === 'starter') {
      const item = Object.hasOwn(STARTERS, source) ? STARTERS[source] : undefined;
      if (!item) throw new NotFoundException(`There is no starter pattern ${source}.`);
      const { pattern, followers } = item;
      return songFrom(pattern, name ?? pattern.name, seedFrom(id) >>> 0, followers);
    }
    const make = Object.hasOwn(DEMO_SONGS, source) ? DEMO_SONGS[source] : undefined;
    if (kind === 'demo' && !make) throw new NotFoundException(`There is no demo song ${source}.`);
    const document = kind === 'demo' && make ? make() : (await this.#open.loadNow(manager, source)).document;
    const { song } = indexOf(document);
    const copyName = name ?? (kind === 'song' ? `${cutName(song.name, 73)}, copy` : song.name);
    return documentOf([...Object.values(document.records), { ...song, name: copyName }]);
  }
}

/** A song at its first revision. */
function freshSong(id: string, face: MadeFace): SongEntity {
  return {
    id,
    ...face,
    updatedAt: new Date().toISOString(),
    revision: 1,
    deletedAt: null,
    binnedAt: null,
    format: FORMAT,
  };
}

async function mustHaveRoom(manager: EntityManager): Promise<void> {
  const count = await manager.countBy(SongEntity, { deletedAt: IsNull() });
  if (count >= LIMITS.songs)
    throw new ConflictException(
      `There are ${count} songs and no room for more. Nothing was made; put some in the bin first.`,
    );
}

function faceOf({ deletedAt: _, binnedAt: __, format: ___, ...face }: SongEntity): SongFace {
  return face;
}
