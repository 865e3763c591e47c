import { type RegionText, safeFileName } from '@plucky/core/midi';
import { zipSync } from 'fflate';
import { bytesOf } from '../database/connection.ts';
import { inSnapshot } from '../database/snapshot.ts';
import type { NamedFile } from '../http/file-of.ts';
import { job, JobRefused } from '../jobs/job.ts';

/** All files of an export, or only those that were new or changed, with what says where each belongs. */
export interface ZipWish {
  readonly exportId: string;
  readonly onlyChanged: boolean;
}

/** Zip dates are fixed, so that the same regions make the same zip; the format starts with 1980. */
const ZIP_DATE = new Date(1980, 0, 2);

export const zip = job<ZipWish, NamedFile>('zip', 'others', ({ exportId, onlyChanged }, { databaseFile }) =>
  inSnapshot(databaseFile, (connection) => {
    const [found] = connection
      .prepare(
        'SELECT export.number, export.texts, song.name FROM export JOIN song ON song.id = export.songId WHERE export.id = ?',
      )
      .all(exportId);
    if (!found) throw new JobRefused(404, 'There is no such export. Export again.');
    const files = connection
      .prepare(
        "SELECT file, bytes FROM region WHERE exportId = ? AND (? = 0 OR state <> 'same') ORDER BY position",
      )
      .all(exportId, onlyChanged ? 1 : 0)
      .map((row): [string, Uint8Array] => [String(row['file']), bytesOf(row['bytes'])]);
    const texts = JSON.parse(String(found['texts'])) as readonly RegionText[];
    const utf8 = new TextEncoder();
    files.push(...texts.map(({ file, text }): [string, Uint8Array] => [file, utf8.encode(text)]));
    const name = `${safeFileName(String(found['name']), 24)} ${String(found['number'])}${onlyChanged ? ' changed' : ''}.zip`;
    return { name, bytes: zipSync(Object.fromEntries(files), { mtime: ZIP_DATE }) };
  }),
);
