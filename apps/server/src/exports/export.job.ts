import { createHash } from 'node:crypto';
import { exportRegions, leavingRegions, type RegionText, regionTexts } from '@plucky/core/midi';
import { documentOf, type ExportOptions, LIMITS, omit } from '@plucky/core/song';
import { inSnapshot } from '../database/snapshot.ts';
import { job, JobRefused } from '../jobs/job.ts';
import { storedSong } from '../songs/history/stored-song.ts';
import type { RegionEntity } from './export.entity.ts';

/** All regions of a song as it is now, each read back, beside those that left before. */
export interface ExportWish {
  readonly songId: string;
  readonly options: ExportOptions;
}

/** A region as it is kept, and what reading it back has shown. */
export interface MadeRegion extends Omit<RegionEntity, 'exportId' | 'bytes' | 'differences'> {
  readonly bytes: Uint8Array;
  readonly differences: readonly string[];
}

export interface ExportDone {
  readonly revision: number;
  readonly regions: readonly MadeRegion[];
  readonly texts: readonly RegionText[];
}

export const exportSong = job<ExportWish, ExportDone>(
  'export',
  'exports',
  ({ songId, options }, { databaseFile, progress }) => {
    const { song, before } = inSnapshot(databaseFile, (connection) => ({
      song: storedSong(connection, songId),
      before: connection
        .prepare(
          `SELECT region.id, region.sha256, region.sound FROM region JOIN export ON export.id = region.exportId
         WHERE export.songId = ? AND export.state = 'done' ORDER BY export.number`,
        )
        .all(songId),
    }));
    const document = documentOf(Object.values(song.records));
    const { length } = leavingRegions(document, options);
    if (length > LIMITS.regions)
      throw new JobRefused(
        422,
        `The export would have ${length} regions; at most ${LIMITS.regions} leave at once. Choose fewer kinds.`,
      );
    // The last export of a region comes last, and is the one that counts.
    const last = new Map(before.map((row) => [row['id'], row]));
    const hashed = (what: string | Uint8Array) => createHash('sha256').update(what).digest('hex');
    const exported = exportRegions(document, options, progress).map((region) => ({
      ...region,
      sha256: hashed(region.bytes),
      sound: hashed(region.sound),
    }));
    const regions = exported.map((region, position): MadeRegion => {
      const known = last.get(region.id);
      const otherwise = known?.['sound'] === region.sound ? 'otherwise' : 'changed';
      const state = !known ? 'new' : known['sha256'] === region.sha256 ? 'same' : otherwise;
      const kept = omit(region, 'scope', 'startBeat', 'startTick', 'tracks', 'verification');
      return { ...kept, ...region.verification, position, state };
    });
    return { revision: song.revision, regions, texts: regionTexts(document, exported, options) };
  },
);
