import { createHash, randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { exportOptions, exportRegions, safeFileName, type ExportedRegion } from '@plucky/core';
import { zipSync } from 'fflate';
import { In, LessThanOrEqual, type EntityManager } from 'typeorm';
import { Database } from '../database/database.ts';
import { SongEntity } from '../songs/song.entity.ts';
import { SongsService } from '../songs/songs.service.ts';
import { ExportEntity, RegionEntity } from './export.entity.ts';
import type { ExportDto } from './exports.dto.ts';

export type RegionFace = Pick<
  RegionEntity,
  'id' | 'kind' | 'name' | 'file' | 'startBar' | 'bars' | 'hits' | 'state' | 'sha256'
> & { readonly differences: readonly string[] };

export interface ExportResult {
  readonly exportId: string;
  readonly number: number;
  readonly revision: number;
  readonly regions: readonly RegionFace[];
  readonly verified: { readonly events: number; readonly differences: number };
}

/** A file as it is downloaded. */
export interface Download {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** How many exports of a song are kept. */
const KEPT = 50;
/** Zip dates are fixed, so that the same regions make the same zip; the format starts with 1980. */
const ZIP_DATE = new Date(1980, 0, 2);

@Injectable()
export class ExportsService {
  readonly #database: Database;
  readonly #songs: SongsService;

  constructor(database: Database, songs: SongsService) {
    this.#database = database;
    this.#songs = songs;
  }

  /** Writes the regions, reads each back, and keeps them with what has changed since they last left. */
  create(songId: string, body: ExportDto): Promise<ExportResult> {
    return this.#songs.withSong(songId, async (manager, { revision, document }) => {
      const options = exportOptions({ ...body });
      const regions = exportRegions(document, options);
      const before = await lastHashes(manager, songId);
      const number = (await manager.maximum(ExportEntity, 'number', { songId })) ?? 0;
      const exportId = randomUUID();
      const at = new Date().toISOString();
      await manager.insert(ExportEntity, {
        id: exportId,
        songId,
        number: number + 1,
        revision,
        options: JSON.stringify(options),
        at,
      });
      const kept = regions.map((region, position) => keep(exportId, region, position, before));
      for (const region of kept) await manager.insert(RegionEntity, region);
      await manager.delete(ExportEntity, { songId, number: LessThanOrEqual(number + 1 - KEPT) });
      return {
        exportId,
        number: number + 1,
        revision,
        regions: kept.map((region, i) => ({
          ...faceOf(region),
          differences: regions[i]?.verification.differences ?? [],
        })),
        verified: {
          events: regions.reduce((sum, region) => sum + region.verification.events, 0),
          differences: regions.reduce((sum, region) => sum + region.verification.differences.length, 0),
        },
      };
    });
  }

  /** All files of an export in a zip, or only those that were new or changed. */
  zip(exportId: string, onlyChanged: boolean): Promise<Download> {
    return this.#database.read(async (manager) => {
      const found = await manager.findOneBy(ExportEntity, { id: exportId });
      if (!found) throw new NotFoundException('There is no such export. Export again.');
      const regions = await manager.find(RegionEntity, { where: { exportId }, order: { position: 'ASC' } });
      const chosen = regions.filter((region) => !onlyChanged || region.state !== 'same');
      const files = Object.fromEntries(chosen.map((region) => [region.file, new Uint8Array(region.bytes)]));
      const song = await manager.findOneBy(SongEntity, { id: found.songId });
      const name = `${safeFileName(song?.name ?? '')} ${found.number}${onlyChanged ? ' changed' : ''}.zip`;
      return { name, bytes: zipSync(files, { mtime: ZIP_DATE }) };
    });
  }

  region(exportId: string, regionId: string): Promise<Download> {
    return this.#database.read(async (manager) => {
      const region = await manager.findOneBy(RegionEntity, { exportId, id: regionId });
      if (!region) throw new NotFoundException('There is no such region in this export. Export again.');
      return { name: region.file, bytes: new Uint8Array(region.bytes) };
    });
  }
}

function keep(
  exportId: string,
  region: ExportedRegion,
  position: number,
  before: ReadonlyMap<string, string>,
): RegionEntity {
  const sha256 = createHash('sha256').update(region.bytes).digest('hex');
  const last = before.get(region.id);
  const { id, kind, name, file, startBar, bars, hits } = region;
  const state = last === undefined ? 'new' : last === sha256 ? 'same' : 'changed';
  return {
    exportId,
    id,
    position,
    kind,
    name,
    file,
    startBar,
    bars,
    hits,
    state,
    sha256,
    bytes: Buffer.from(region.bytes),
  };
}

/** The hash of each region when it last left. */
async function lastHashes(manager: EntityManager, songId: string): Promise<ReadonlyMap<string, string>> {
  const exports = await manager.find(ExportEntity, { where: { songId }, order: { number: 'ASC' } });
  const hashes = new Map<string, string>();
  if (!exports.length) return hashes;
  const regions = await manager.find(RegionEntity, {
    where: { exportId: In(exports.map((one) => one.id)) },
    select: { exportId: true, id: true, sha256: true },
  });
  const numbers = new Map(exports.map((one) => [one.id, one.number]));
  const inOrder = regions.sort((a, b) => (numbers.get(a.exportId) ?? 0) - (numbers.get(b.exportId) ?? 0));
  for (const region of inOrder) hashes.set(region.id, region.sha256);
  return hashes;
}

function faceOf({ id, kind, name, file, startBar, bars, hits, state, sha256 }: RegionEntity) {
  return { id, kind, name, file, startBar, bars, hits, state, sha256 };
}
