import type { Id, SongRecord } from '@plucky/core/song';
import { bytesOf, type Connection } from '../../database/connection.ts';
import { JobRefused } from '../../jobs/job.ts';
import type { StoredUndo } from './undo.ts';

/** A song as it is stored, with its revision. */
export interface StoredSong {
  readonly revision: number;
  readonly records: Readonly<Record<Id, SongRecord>>;
  readonly format: number;
}

/** Throws JobRefused when there is no such song. */
export function storedSong(connection: Connection, songId: string): StoredSong {
  const [song] = connection.prepare('SELECT revision, format FROM song WHERE id = ?').all(songId);
  if (!song) throw new JobRefused(404, `There is no song with the id ${songId.slice(0, 64)}.`);
  const rows = connection.prepare('SELECT id, body FROM record WHERE songId = ?').all(songId);
  const records = Object.fromEntries(
    rows.map((row) => [String(row['id']), JSON.parse(String(row['body'])) as SongRecord]),
  );
  return { revision: Number(song['revision']), records, format: Number(song['format']) };
}

/** An entry of a song's history with its undo. */
export interface StoredChange extends StoredUndo {
  readonly revision: number;
  /** By the time that was seen to pass, in ms. */
  readonly seenAt: number;
  readonly covers: number;
  /** Of the records that it leads back to. */
  readonly format: number;
}

/** The entries of a song after a revision, the latest first. */
export function storedChanges(connection: Connection, songId: string, after: number): StoredChange[] {
  return connection
    .prepare(
      'SELECT revision, seenAt, covers, format, inverse, undo FROM change WHERE songId = ? AND revision > ? ORDER BY revision DESC',
    )
    .all(songId, after)
    .map((row) => ({
      revision: Number(row['revision']),
      seenAt: Number(row['seenAt']),
      covers: Number(row['covers']),
      format: Number(row['format']),
      inverse: String(row['inverse']),
      undo: row['undo'] === null || typeof row['undo'] === 'string' ? row['undo'] : bytesOf(row['undo']),
    }));
}
