import { createHash } from 'node:crypto';
import {
  exportRegions,
  leavingRegions,
  type ListedTrack,
  otherSide,
  type RegionPlan,
  type RegionText,
  regionTexts,
} from '@plucky/core/midi';
import { documentOf, type ExportOptions, type Id, LIMITS, omit } from '@plucky/core/song';
import { inSnapshot } from '../database/snapshot.ts';
import { job, JobRefused } from '../jobs/job.ts';
import { storedSong } from '../songs/history/stored-song.ts';
import type { RegionEntity } from './export.entity.ts';
import { LEFT_BEFORE, type LeftBefore, leftBefore } from './left-before.ts';

/** Regions of a song as it is now, those chosen or all that play something, each read back, beside those that left before. */
export interface ExportWish {
  readonly songId: string;
  readonly options: ExportOptions;
  readonly only: readonly Id[] | null;
}

/** A region as it is kept, and what reading it back has shown. */
export interface MadeRegion extends Omit<RegionEntity, 'exportId' | 'bytes' | 'differences' | 'tracks'> {
  readonly bytes: Uint8Array;
  readonly differences: readonly string[];
  readonly tracks: readonly ListedTrack[];
}

export interface ExportDone {
  readonly revision: number;
  /** Counted from 1 for each song. */
  readonly number: number;
  readonly regions: readonly MadeRegion[];
  readonly texts: readonly RegionText[];
  /** Of each region the file that it left with last before this export. */
  readonly before: readonly LeftBefore[];
}

export const exportSong = job<ExportWish, ExportDone>(
  'export',
  'exports',
  ({ songId, options, only }, { databaseFile, progress }) => {
    const { song, number, before } = inSnapshot(databaseFile, (connection) => {
      const [last] = connection
        .prepare('SELECT MAX(number) AS number FROM export WHERE songId = ?')
        .all(songId);
      const next = Number(last?.['number'] ?? 0) + 1;
      const rows = connection.prepare(LEFT_BEFORE).all(songId, next);
      return { song: storedSong(connection, songId), number: next, before: rows.map(leftBefore) };
    });
    const document = documentOf(Object.values(song.records));
    const chosen = only && new Set(only);
    const leaving = leavingRegions(document, options, chosen);
    const { length } = leaving;
    if (chosen && length < chosen.size) throw new JobRefused(422, notThere(chosen, leaving));
    if (length > LIMITS.regions)
      throw new JobRefused(
        422,
        `The export would have ${length} regions; at most ${LIMITS.regions} leave at once. Choose fewer kinds.`,
      );
    const last = new Map(before.map((one) => [one.id, one]));
    const hashed = (what: string | Uint8Array) => createHash('sha256').update(what).digest('hex');
    const exported = exportRegions(document, options, chosen, progress).map((region) => ({
      ...region,
      sha256: hashed(region.bytes),
      sound: hashed(region.sound),
      pickUp: options.pickUp,
      handOff: number,
    }));
    const regions = exported.map((region, position): MadeRegion => {
      const known = last.get(region.id);
      const otherwise = known?.sound === region.sound ? 'otherwise' : 'changed';
      const state = !known ? 'new' : known.sha256 === region.sha256 ? 'same' : otherwise;
      const kept = omit(region, 'scope', 'startBeat', 'startTick', 'verification', 'pickUp', 'handOff');
      return { ...kept, ...region.verification, position, state };
    });
    const texts = regionTexts(document, otherSide(document, options, exported, before), options);
    return { revision: song.revision, number, regions, texts, before };
  },
);

/** Words for chosen regions that are not among those of the kinds asked for. */
function notThere(chosen: ReadonlySet<Id>, leaving: readonly RegionPlan[]): string {
  const there = new Set(leaving.map(({ id }) => id));
  const named = [...chosen].filter((id) => !there.has(id)).slice(0, 3);
  return `There ${named.length === 1 ? 'is no region' : 'are no regions'} ${named.join(', ')} among those asked for. Nothing was exported.`;
}
