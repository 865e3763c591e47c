import { Injectable, NotFoundException } from '@nestjs/common';
import { documentOf, isOlderFormat, type SongDocument, type SongRecord } from '@plucky/core/song';
import type { EntityManager } from 'typeorm';
import { nextTurn } from '../next-turn.ts';
import type { SongRevision } from './faces.ts';
import { RecordEntity } from './song.entity.ts';
import { inTurns, stateOf } from './song-statements.ts';

/** A song as it is at a revision. */
export interface LoadedSong extends SongRevision {
  readonly document: SongDocument;
}

/** Parsed songs kept in memory. */
const MOST_CACHED = 16;

/** The songs that are worked on, read from the database and kept in memory, by their revisions. */
@Injectable()
export class OpenSongs {
  readonly #parsed = new Map<string, LoadedSong>();

  /** The revision of a song. Throws NotFoundException where there is none, or it lies in the bin. */
  async revision(manager: EntityManager, id: string): Promise<number> {
    const state = await stateOf(manager, id);
    if (!state) throw unknownSong(id);
    // Older ones have been brought up at the start.
    isOlderFormat(state.format);
    return state.revision;
  }

  /** A song as it is now. */
  async loadNow(manager: EntityManager, id: string): Promise<LoadedSong> {
    const revision = await this.revision(manager, id);
    return this.load(manager, id, revision);
  }

  /** A song as it is at its revision, which the caller knows. */
  async load(manager: EntityManager, id: string, revision: number): Promise<LoadedSong> {
    const known = this.#parsed.get(id);
    if (known?.revision === revision) return known;
    const rows = await manager.findBy(RecordEntity, { songId: id });
    const records: SongRecord[] = [];
    for (const some of inTurns(rows)) {
      records.push(...some.map((row) => JSON.parse(row.body) as SongRecord));
      // A large song is parsed with others answered in between.
      if (records.length < rows.length) await nextTurn();
    }
    const document = documentOf(records);
    return this.remember(id, { revision, document });
  }

  /** Keeps a song that is on disk at hand. */
  remember(id: string, entry: LoadedSong): LoadedSong {
    this.#parsed.delete(id);
    this.#parsed.set(id, entry);
    const [oldest] = this.#parsed.keys();
    if (this.#parsed.size > MOST_CACHED && oldest !== undefined) this.#parsed.delete(oldest);
    return entry;
  }
}

export function unknownSong(id: string): NotFoundException {
  return new NotFoundException(`There is no song with the id ${id.slice(0, 64)}.`);
}
