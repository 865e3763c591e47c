import { Injectable, type OnModuleInit } from '@nestjs/common';
import { bringUpRecords, changeBetween, FORMAT, type SongRecord, type Stored } from '@plucky/core/song';
import { type EntityManager, LessThan } from 'typeorm';
import { Database } from '../database/database.ts';
import { packUndo, undone } from './history/undo.ts';
import { ChangeEntity, RecordEntity, SongEntity } from './song.entity.ts';
import { putRecords } from './song-statements.ts';

/**
 * Brings songs of an older format up at the start, in place: their revision stays, so that edits which a browser still
 * keeps fit them, and the way back from it leads to what was there. Songs of a newer format are left as they are.
 */
@Injectable()
export class RaiseFormats implements OnModuleInit {
  readonly #database: Database;

  constructor(database: Database) {
    this.#database = database;
  }

  async onModuleInit(): Promise<void> {
    const older = await this.#database.read((manager) =>
      manager.find(SongEntity, { where: { format: LessThan(FORMAT) } }),
    );
    for (const song of older) await this.#raise(song);
  }

  #raise({ id, revision, format }: SongEntity): Promise<void> {
    return this.#database.write(async (manager) => {
      const rows = await manager.findBy(RecordEntity, { songId: id });
      const before = rows.map((row) => JSON.parse(row.body) as Stored);
      const after = bringUpRecords(before, format);
      // A record that needs no change is given back as the same object.
      const changed = after.filter((record, i) => record !== (before[i] as unknown));
      await manager.update(SongEntity, { id }, { format: FORMAT });
      if (!changed.length) return;
      await putRecords(manager, id, changed);
      const named = changed.find((record) => record.kind === 'song');
      if (named) await manager.update(SongEntity, { id }, { name: named.name });
      await this.#leadBack(
        manager,
        { songId: id, revision },
        byId(before as unknown as SongRecord[]),
        byId(after),
      );
    });
  }

  /** Makes the last entry of the history lead from the records as they are now to those before it. */
  async #leadBack(
    manager: EntityManager,
    last: { readonly songId: string; readonly revision: number },
    before: Records,
    after: Records,
  ): Promise<void> {
    const entry = await manager.findOneBy(ChangeEntity, last);
    // A song that was never changed has no earlier state to lead back to.
    if (!entry) return;
    const earlier = undone(before, entry);
    const undo = packUndo(changeBetween({ records: earlier }, { records: after }));
    await manager.update(ChangeEntity, last, {
      undo: typeof undo === 'string' ? undo : Buffer.from(undo),
      inverse: '',
    });
  }
}

type Records = Readonly<Record<string, SongRecord>>;

function byId(records: readonly SongRecord[]): Records {
  return Object.fromEntries(records.map((record) => [record.id, record]));
}
