import {
  bringUpRecords,
  changeBetween,
  changeSetOf,
  type Id,
  isOlderFormat,
  type SongRecord,
} from '@plucky/core/song';
import { inSnapshot } from '../../database/snapshot.ts';
import { job, JobRefused } from '../../jobs/job.ts';
import { storedChanges, storedSong } from './stored-song.ts';
import { undone } from './undo.ts';

/** A song as it was at a kept revision, whole or as what leads back to it. */
export interface LookWish {
  readonly songId: string;
  readonly revision: number;
  readonly as: 'whole' | 'change';
}

export interface LookDone {
  /** The revision that the song had when this was looked up. */
  readonly now: number;
  /** All records, or those to put back. */
  readonly records: readonly SongRecord[];
  /** Records that the song has now and had not then; empty where all records are given. */
  readonly remove: readonly Id[];
}

export const look = job<LookWish, LookDone>(
  'look',
  'others',
  ({ songId, revision, as }, { databaseFile, progress }) =>
    inSnapshot(databaseFile, (connection) => {
      const song = storedSong(connection, songId);
      if (revision > song.revision)
        throw new JobRefused(404, `There is no revision ${revision} yet. Nothing was changed.`);
      const later = storedChanges(connection, songId, revision);
      const oldest = later.at(-1);
      if (oldest && oldest.revision - oldest.covers !== revision)
        throw new JobRefused(404, `Revision ${revision} is not kept any more. Nothing was changed.`);
      let { records, format } = song;
      later.forEach((change, i) => {
        records = undone(records, change);
        format = change.format;
        progress(i / later.length);
      });
      if (isOlderFormat(format)) records = recordsUp(records, format);
      if (as === 'whole') return { now: song.revision, records: Object.values(records), remove: [] };
      const { put, remove } = changeSetOf(changeBetween(song, { records }), '');
      return { now: song.revision, records: put, remove };
    }),
);

/** Records as they were, in today's format. */
function recordsUp(
  records: Readonly<Record<Id, SongRecord>>,
  format: number,
): Readonly<Record<Id, SongRecord>> {
  const raised = bringUpRecords(Object.values(records), format);
  return Object.fromEntries(raised.map((record) => [record.id, record]));
}
