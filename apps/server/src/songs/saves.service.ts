import { ConflictException, Injectable } from '@nestjs/common';
import { mustStayWithinLimits, withFollowers } from '@plucky/core/form';
import {
  apply,
  bringUpRecords,
  type Change,
  changeOf,
  changeSetOf,
  FORMAT,
  isNothing,
  isOlderFormat,
  NO_CHANGE,
  readChangeInSteps,
  readRecordsInSteps,
  rebase,
  type Rebased,
  type SongDocument,
  stepOf,
  type Stored,
  touchedBy,
} from '@plucky/core/song';
import type { Observable } from 'rxjs';
import type { EntityManager } from 'typeorm';
import { Database } from '../database/database.ts';
import { SeenTime } from '../database/seen-time.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { turns } from '../next-turn.ts';
import type { SongRevision } from './faces.ts';
import { look } from './history/look.job.ts';
import { packUndo } from './history/undo.ts';
import { inSteps } from './in-steps.ts';
import { madeFace } from './made-song.ts';
import { type LoadedSong, OpenSongs } from './open-songs.ts';
import { faceOfEvent, type KeptAnswer, type MadeChange, mustBeAt, type SaveAnswer, toldOf } from './save.ts';
import { type Presence, type SongEvent, SongEvents, type Told } from './song-events.ts';
import { addChange, answerTo, putRecords, removeRecords, updateSong } from './song-statements.ts';

/** A save: its name, and what it asks of the song as it is at a revision. */
interface Save {
  readonly name: string | null;
  readonly by: string;
  readonly label: string;
  readonly ask: (document: SongDocument, revision: number) => Change | Promise<Change>;
}

/** A save that was written: the song and its event, where anything changed, and the answer. */
interface Saved {
  readonly song?: LoadedSong;
  readonly event?: SongEvent;
  readonly answer: KeptAnswer;
}

/** Saves what pages change of songs, merges what comes from an earlier revision, and tells it to all who have a song open. */
@Injectable()
export class SavesService {
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

  /**
   * Saves a change. One that was made on an earlier revision is merged; a set of whole records is not, since it does not say
   * what of them it changes.
   */
  async change(id: string, base: number, made: MadeChange): Promise<SaveAnswer> {
    const { by = '', label, format, change } = made;
    const name = made.id ?? null;
    if (!change) {
      const { put = [], remove = [] } = made;
      const records = await inSteps(readRecordsInSteps(bringUpRecords(put as Stored[], format)));
      const set = { label, put: records, remove };
      const ask = (document: SongDocument, now: number) => {
        mustBeAt(base, now);
        return apply(document, set).change;
      };
      return this.#commit(id, base, { name, by, label, ask });
    }
    if (isOlderFormat(format))
      throw new ConflictException('The page is of an older version. Nothing was changed; load it anew.');
    const ask = (document: SongDocument, now: number) =>
      inSteps(readChangeInSteps(document, change, this.#touched(id, base, now, by)));
    return this.#commit(id, base, { name, by, label, ask });
  }

  /** The events of a song from a revision on; null for now. */
  async events(id: string, since: number | null): Promise<Observable<Told>> {
    const revision = await this.#database.read((manager) => this.#open.revision(manager, id));
    return this.#events.stream(id, since ?? revision, revision);
  }

  async here(id: string, { gone, ...presence }: Presence & { readonly gone: boolean }): Promise<void> {
    if (gone) {
      this.#events.left(id, presence.window);
      return;
    }
    await this.#database.read((manager) => this.#open.revision(manager, id));
    this.#events.here(id, presence);
  }

  /** Tells of each record whether others than a window changed it between two revisions; all did where that is not known. */
  #touched(id: string, after: number, upTo: number, by: string): (record: string) => boolean {
    if (after === upTo) return () => false;
    const events = this.#events.between(id, after, upTo);
    if (!events || after > upTo) return () => true;
    const others = events.filter((event) => event.by === '' || event.by !== by);
    const ids = new Set(others.flatMap((event) => touchedBy(event.change)));
    return (record) => ids.has(record);
  }

  /** Goes back to how the song was at a kept revision, as a new revision. */
  async revert(id: string, to: number): Promise<SongRevision> {
    await this.#database.read((manager) => this.#open.revision(manager, id));
    const { now, records, remove } = await this.#jobs.run(look, { songId: id, revision: to, as: 'change' })
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

  /** Commits what `ask` makes of the song as it is at that moment, with what it means for sections that follow others. */
  async #commit(id: string, base: number, save: Save): Promise<SaveAnswer> {
    const done = await this.#database.write(
      (manager) => this.#saved(manager, id, base, save),
      ({ song, event }) => {
        if (song) this.#open.remember(id, song);
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
    const revision = await this.#open.revision(manager, id);
    const first = name === null ? null : await answerTo(manager, id, name);
    if (first !== null) return { answer: JSON.parse(first) as KeptAnswer };
    const { document } = await this.#open.load(manager, id, revision);
    // A large change is read, merged and worked out in turns, so that others are answered in between.
    const othersTurn = turns();
    const asked = await ask(document, revision);
    await othersTurn();
    const rebased = base === revision ? ontoItsOwn(asked, document) : rebase(asked, document);
    await othersTurn();
    const set = changeSetOf(rebased.change, label);
    const reached = withFollowers(document, set);
    const whole = reached && 'put' in reached ? reached : set;
    const { overwritten, left } = rebased;
    if (isNothing(rebased.change) && !isNothing(asked)) {
      return { answer: { revision, merged: true, ...toldOf(overwritten, left) } };
    }
    await othersTurn();
    const applied = whole === set ? rebased : apply(document, whole);
    mustStayWithinLimits(document, applied);
    const { document: next, change } = applied;
    await othersTurn();
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
}

/** A change that was made on this very document. Throws InvalidSongError where it is not sound: nobody else is to blame for it. */
function ontoItsOwn(asked: Change, before: SongDocument): Rebased {
  const { document, change } = apply(before, asked);
  return { document, change, overwritten: NO_CHANGE, left: NO_CHANGE, kept: false };
}
