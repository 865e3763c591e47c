import { createHash } from 'node:crypto';
import { documentOf, type ExportOptions, exportRegions, LIMITS, planRegions } from '@plucky/core';
import { inSnapshot } from '../database/snapshot.ts';
import { JobRefused, type Work } from '../jobs/work.ts';
import { storedSong } from '../songs/history/stored-song.ts';
import type { RegionEntity } from './export.entity.ts';

/** All regions of a song as it is now, each read back, beside those that left before. */
export interface ExportJob {
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
}

export const exportSong: Work<ExportJob, ExportDone> = ({ songId, options }, { databaseFile, progress }) => {
  const { song, before } = inSnapshot(databaseFile, (connection) => ({
    song: storedSong(connection, songId),
    before: connection
      .prepare(
        `SELECT region.id, region.sha256 FROM region JOIN export ON export.id = region.exportId
         WHERE export.songId = ? AND export.state = 'done' ORDER BY export.number`,
      )
      .all(songId),
  }));
  const document = documentOf(Object.values(song.records));
  const { length } = planRegions(document, options);
  if (length > LIMITS.regions)
    throw new JobRefused(
      422,
      `The export would have ${length} regions; at most ${LIMITS.regions} leave at once. Choose fewer kinds.`,
    );
  // The last export of a region comes last, and is the one that counts.
  const hashes = new Map(before.map((row) => [row['id'], row['sha256']]));
  const regions = exportRegions(document, options, progress).map(
    ({ verification, scope: _, ...region }, position): MadeRegion => {
      const sha256 = createHash('sha256').update(region.bytes).digest('hex');
      const last = hashes.get(region.id);
      const state = last === undefined ? 'new' : last === sha256 ? 'same' : 'changed';
      return { ...region, ...verification, position, state, sha256 };
    },
  );
  return { revision: song.revision, regions };
};
