import { randomUUID } from 'node:crypto';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import {
  apply,
  applyWithinLimits,
  bringUpRecords,
  type Change,
  changeOf,
  changeSetOf,
  cutName,
  documentOf,
  FORMAT,
  indexOf,
  isNothing,
  isOlderFormat,
  LIMITS,
  readChange,
  readRecords,
  rebase,
  safeFileName,
  seedFrom,
  type SongDocument,
  songFile,
  type SongRecord,
  sparse,
  type SparseChange,
  stepOf,
  type Stored,
  touchedBy,
  withFollowers,
} from '@plucky/core';
import { blankSong, DEMO_SONGS, songFrom, STARTERS } from '@plucky/songs';
import type { Observable } from 'rxjs';
import { type EntityManager, IsNull, LessThan, Not } from 'typeorm';
import { Database } from '../database/database.ts';
import { SeenTime } from '../database/seen-time.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { whileHere } from '../jobs/lane.ts';
import { packUndo } from './history/undo.ts';
import { type MadeFace, madeFace, type MadeRow, type MadeSong } from './made-song.ts';
import { ChangeEntity, RecordEntity, SongEntity } from './song.entity.ts';
import { type Presence, type SongEvent, SongEvents, type Told } from './song-events.ts';
import {
  addChange,
  answerTo,
  putRecords,
  putRows,
  removeRecords,
  stateOf,
  updateSong,
} from './song-statements.ts';

/** A song that was made by a worker, its records as texts. */
export interface NewSong extends SongFace {
  readonly rows: readonly MadeRow[];
  /** What folding a MIDI file came to. */
  readonly folded?: object;
}

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

/** A change as a page made it, its records of the format that the page knows: a change, or whole records to put. */
export interface MadeChange {
  readonly label: string;
  readonly format: number;
  /** The name of the save, by which a repeated one is known, and of the window that made it. */
  readonly id?: string | undefined;
  readonly by?: string | undefined;
  readonly change?: SparseChange | undefined;
  readonly put?: readonly object[] | undefined;
  readonly remove?: readonly string[] | undefined;
}

/** What came of a save, as it is kept for one that is repeated. */
interface KeptAnswer extends SongRevision {
  /** It was brought to what others had changed, or reached more than was asked for. */
  readonly merged?: true;
  /** Takes back what it has put in place of what others had made since. */
  readonly overwritten?: SparseChange;
  /** What of it had no place any more. */
  readonly left?: SparseChange;
}

export interface SaveAnswer extends KeptAnswer {
  /** Of a merged one, every change since its base, itself the last; null where not all are known any more. */
  readonly changes?: readonly EventFace[] | null;
}

/** A change of a song as it is told. */
export interface EventFace extends SongRevision {
  readonly label: string;
  readonly by: string;
  readonly change: SparseChange;
  readonly overwritten?: SparseChange;
}

export function faceOfEvent({ revision, label, by, change, overwritten }: SongEvent): EventFace {
  return {
    revision,
    label,
    by,
    change: sparse(change),
    ...(isNothing(overwritten) ? {} : { overwritten: sparse(overwritten) }),
  };
}

/** A save: its name, and what it asks of the song as it is at a revision. */
interface Save {
  readonly name: string | null;
  readonly by: string;
  readonly label: string;
  readonly ask: (document: SongDocument, revision: number) => Change;
}

/** What a save came to: the song and what to tell of it, where anything was changed. */
interface Saved {
  readonly song?: LoadedSong;
  readonly event?: SongEvent;
  readonly answer: KeptAnswer;
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
  readonly #events: SongEvents;
  readonly #seen: SeenTime;
  readonly #parsed = new Map<string, LoadedSong>();

  constructor(database: Database, jobs: JobsService, events: SongEvents, seen: SeenTime) {
    this.#database = database;
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
    return this.insertMade(await whileHere(this.#jobs.run('readSong', { text }), gone));
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
    const { document } = await this.#database.read((manager) => this.#loadNow(manager, id));
    return { name: `${safeFileName(indexOf(document).song.name)}.json`, text: songFile(document) };
  }

  /**
   * Saves a change. One that was made on an earlier revision is merged; a set of whole records is not, since it does not say
   * what of them it changes.
   */
  change(id: string, base: number, made: MadeChange): Promise<SaveAnswer> {
    const { by = '', label, format, change } = made;
    const name = made.id ?? null;
    if (!change) {
      const { put = [], remove = [] } = made;
      const set = { label, put: readRecords(bringUpRecords(put as Stored[], format)), remove };
      const ask = (document: SongDocument, now: number) => {
        mustBeAt(base, now);
        return apply(document, set).change;
      };
      return this.#commit(id, base, { name, by, label, ask });
    }
    if (isOlderFormat(format))
      throw new ConflictException('The page is of an older version. Nothing was changed; load it anew.');
    const ask = (document: SongDocument, now: number) =>
      readChange(document, change, this.#touched(id, base, now));
    return this.#commit(id, base, { name, by, label, ask });
  }

  /** What happens to a song from now on, after what has happened since a revision; null for none. */
  async events(id: string, since: number | null): Promise<Observable<Told>> {
    const revision = await this.#database.read((manager) => this.#revision(manager, id));
    return this.#events.stream(id, since ?? revision, revision);
  }

  async here(id: string, { gone, ...presence }: Presence & { readonly gone: boolean }): Promise<void> {
    if (gone) {
      this.#events.left(id, presence.window);
      return;
    }
    await this.mustExist(id);
    this.#events.here(id, presence);
  }

  /** Whether a record was changed between two revisions; all are said to be where that is not known any more. */
  #touched(id: string, after: number, upTo: number): (record: string) => boolean {
    if (after === upTo) return () => false;
    const events = this.#events.between(id, after, upTo);
    if (!events || after > upTo) return () => true;
    const ids = new Set(events.flatMap((event) => touchedBy(event.change)));
    return (record) => ids.has(record);
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
    const label = `go back to revision ${to}`;
    const set = { label, put: records, remove };
    const ask = (document: SongDocument, current: number) => {
      mustBeAt(now, current);
      return changeOf(document, set);
    };
    const { revision } = await this.#commit(id, now, { name: null, by: '', label, ask });
    return { revision };
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

  /** Commits what `ask` makes of the song as it is at that moment, with what it means for sections that follow others. */
  async #commit(id: string, base: number, save: Save): Promise<SaveAnswer> {
    const done = await this.#database.write(
      (manager) => this.#saved(manager, id, base, save),
      ({ song, event }) => {
        if (song) this.#remember(id, song);
        if (event) this.#events.changed(id, event);
      },
    );
    const { answer } = done;
    if (!answer.merged && answer.revision === base + 1) return answer;
    const events = this.#events.between(id, base, answer.revision);
    return { ...answer, changes: events?.map(faceOfEvent) ?? null };
  }

  async #saved(
    manager: EntityManager,
    id: string,
    base: number,
    { name, by, label, ask }: Save,
  ): Promise<Saved> {
    const revision = await this.#revision(manager, id);
    const first = name === null ? null : await answerTo(manager, id, name);
    if (first !== null) return { answer: JSON.parse(first) as KeptAnswer };
    const { document } = await this.#load(manager, id, revision);
    const asked = ask(document, revision);
    const rebased = rebase(asked, document);
    const set = changeSetOf(rebased.change, label);
    const reached = withFollowers(document, set);
    const whole = reached && 'put' in reached ? reached : set;
    const { overwritten, left } = rebased;
    if (isNothing(rebased.change) && !isNothing(asked)) {
      return { answer: { revision, merged: true, ...toldOf(overwritten, left) } };
    }
    const { document: next, change } = applyWithinLimits(document, whole);
    const face = { ...madeFace(next), updatedAt: new Date().toISOString() };
    const isAsAsked =
      base === revision &&
      [...touchedBy(change), ...touchedBy(asked)].every(
        (one) => stepOf(change, one)?.[1] === stepOf(asked, one)?.[1],
      );
    const kept: KeptAnswer = {
      revision: revision + 1,
      ...(isAsAsked ? {} : { merged: true as const }),
      ...toldOf(overwritten, left),
    };
    await removeRecords(manager, id, whole.remove);
    await putRecords(manager, id, whole.put);
    await addChange(manager, {
      songId: id,
      revision: kept.revision,
      label,
      undo: packUndo(change),
      format: FORMAT,
      at: face.updatedAt,
      seenAt: this.#seen.now,
      saveId: name,
      answer: name === null ? null : JSON.stringify(kept),
    });
    await updateSong(manager, { id, ...face, revision: kept.revision });
    const event: SongEvent = { revision: kept.revision, label, by, change, overwritten };
    return { song: { revision: kept.revision, document: next }, event, answer: kept };
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
    const records: SongRecord[] = [];
    for (const some of inTurns(rows)) {
      records.push(...some.map((row) => JSON.parse(row.body) as SongRecord));
      // A large song is parsed with others answered in between.
      if (records.length < rows.length) await nextTurn();
    }
    const document = documentOf(records);
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

function toldOf(overwritten: Change, left: Change): Pick<KeptAnswer, 'overwritten' | 'left'> {
  return {
    ...(isNothing(overwritten) ? {} : { overwritten: sparse(overwritten) }),
    ...(isNothing(left) ? {} : { left: sparse(left) }),
  };
}

/** Throws ConflictException where the song has moved on from the revision that a change was made on. */
function mustBeAt(base: number, revision: number): void {
  if (base === revision) return;
  throw new ConflictException({
    message: `The song has moved on to revision ${revision} since ${base}. Nothing was changed.`,
    revision,
  });
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

/** How much of a song is written before others have their turn, in characters. */
const A_TURN = 128 * 1024;

function* inTurns(rows: readonly MadeRow[]): Iterable<MadeRow[]> {
  let [some, size]: [MadeRow[], number] = [[], 0];
  for (const row of rows) {
    some.push(row);
    size += row.body.length;
    if (size < A_TURN) continue;
    yield some;
    [some, size] = [[], 0];
  }
  if (some.length) yield some;
}

function faceOf({ deletedAt: _, binnedAt: __, format: ___, ...face }: SongEntity): SongFace {
  return face;
}

function unknownSong(id: string): NotFoundException {
  return new NotFoundException(`There is no song with the id ${id.slice(0, 64)}.`);
}
