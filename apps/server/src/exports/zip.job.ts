import { type RegionText, safeFileName, stillThere } from '@plucky/core/midi';
import { zipSync } from 'fflate';
import { bytesOf } from '../database/connection.ts';
import { inSnapshot } from '../database/snapshot.ts';
import type { NamedFile } from '../http/file-of.ts';
import { job, JobRefused } from '../jobs/job.ts';
import { LEFT_BEFORE, leftBefore } from './left-before.ts';

/** The files of an export, all, only those that were new or changed, or with those of earlier ones that still lie there and belong. */
export interface ZipWish {
  readonly exportId: string;
  readonly which: 'all' | 'changed' | 'with earlier';
}

/** Ends of the zip's name. */
const ENDINGS = { all: '', changed: ' changed', 'with earlier': ' with earlier' } as const;
/** Zip dates are fixed, so that the same regions make the same zip; the format starts with 1980. */
const ZIP_DATE = new Date(1980, 0, 2);

export const zip = job<ZipWish, NamedFile>('zip', 'others', ({ exportId, which }, { databaseFile }) =>
  inSnapshot(databaseFile, (connection) => {
    const [found] = connection
      .prepare(
        'SELECT export.number, export.songId, export.texts, song.name FROM export JOIN song ON song.id = export.songId WHERE export.id = ?',
      )
      .all(exportId);
    if (!found) throw new JobRefused(404, 'There is no such export. Export again.');
    const texts = JSON.parse(String(found['texts'])) as readonly RegionText[];
    const files = connection
      .prepare(
        "SELECT id, file, bytes FROM region WHERE exportId = ? AND (? = 0 OR state <> 'same') ORDER BY position",
      )
      .all(exportId, which === 'changed' ? 1 : 0)
      .map((row) => ({ id: String(row['id']), file: String(row['file']), bytes: bytesOf(row['bytes']) }));
    if (which === 'with earlier') {
      const before = connection.prepare(LEFT_BEFORE).all(String(found['songId']), Number(found['number']));
      const bytes = connection.prepare('SELECT bytes FROM region WHERE exportId = ? AND id = ?');
      const gone = goneOf(texts);
      for (const { id, file, exportId: from } of stillThere(files, before.map(leftBefore)))
        if (!gone.has(id)) files.push({ id, file, bytes: bytesOf(bytes.all(from, id)[0]?.['bytes']) });
    }
    const utf8 = new TextEncoder();
    const all = [...files, ...texts.map(({ file, text }) => ({ file, bytes: utf8.encode(text) }))];
    const name = `${safeFileName(String(found['name']), 24)} ${String(found['number'])}${ENDINGS[which]}.zip`;
    return {
      name,
      bytes: zipSync(Object.fromEntries(all.map(({ file, bytes }) => [file, bytes])), { mtime: ZIP_DATE }),
    };
  }),
);

/** The regions that were no more in the song, as its list says; lists of before name none. */
function goneOf(texts: readonly RegionText[]): ReadonlySet<string> {
  const list = texts.find(({ file }) => file === 'regions.json');
  const { gone = [] } = list
    ? (JSON.parse(list.text) as { readonly gone?: readonly { readonly id: string }[] })
    : {};
  return new Set(gone.map(({ id }) => id));
}
