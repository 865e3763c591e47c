import { changeBetween } from '@plucky/core/song';
import { inSnapshot } from '../../database/snapshot.ts';
import { job } from '../../jobs/job.ts';
import { type StoredChange, storedChanges, storedSong } from './stored-song.ts';
import { type PackedUndo, packUndo, undone } from './undo.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

/** Time in which every change is kept, and in which one an hour is; after that one a day. In ms. */
export const KEPT_WHOLE = DAY;
export const KEPT_HOURLY = 7 * DAY;

export interface ThinWish {
  readonly songId: string;
  /** Of the time that was seen to pass, in ms. */
  readonly now: number;
}

/** Entries that become one: the latest of them stays, with a way back over all. */
export interface Merged {
  readonly revision: number;
  readonly gone: readonly number[];
  readonly covers: number;
  readonly undo: PackedUndo;
  readonly format: number;
}

export interface ThinDone {
  readonly merged: readonly Merged[];
}

/** Which entries of an older day or hour are taken together; nothing is written here. */
export const thin = job<ThinWish, ThinDone>('thin', 'others', ({ songId, now }, { databaseFile, progress }) =>
  inSnapshot(databaseFile, (connection) => {
    const changes = storedChanges(connection, songId, 0);
    const groups = groupsOf(changes, now);
    if (!groups.some((group) => group.length > 1)) return { merged: [] };
    let { records } = storedSong(connection, songId);
    const merged: Merged[] = [];
    groups.forEach((group, i) => {
      const after = records;
      for (const change of group) records = undone(records, change);
      const [latest, ...gone] = group;
      if (latest && gone.length)
        merged.push({
          revision: latest.revision,
          gone: gone.map((change) => change.revision),
          covers: group.reduce((sum, change) => sum + change.covers, 0),
          undo: packUndo(changeBetween({ records }, { records: after })),
          // Format of the state that the whole group leads back to.
          format: group.at(-1)?.format ?? latest.format,
        });
      progress(i / groups.length);
    });
    return { merged };
  }),
);

/** Neighbours of one hour or day, the latest first; those of the last day stand alone. */
function groupsOf(changes: readonly StoredChange[], now: number): StoredChange[][] {
  const groups: StoredChange[][] = [];
  let last: string | null = null;
  for (const change of changes) {
    const time = change.seenAt;
    const age = now - time;
    const key =
      age < KEPT_WHOLE
        ? null
        : age < KEPT_HOURLY
          ? `hour ${Math.floor(time / HOUR)}`
          : `day ${Math.floor(time / DAY)}`;
    if (key !== null && key === last) groups.at(-1)?.push(change);
    else groups.push([change]);
    last = key;
  }
  return groups;
}
