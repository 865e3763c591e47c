import { serialize, type SongDocument } from '../document.ts';
import { FORMAT } from '../format/version.ts';
import type { SongRecord } from '../records.ts';
import { SONG_FILE_KIND } from './kind.ts';

/** In this order, so that a song is always written in the same way: the song first, then what it is made of. */
const ORDER: readonly SongRecord['kind'][] = [
  'song',
  'part',
  'voice',
  'pattern',
  'section',
  'reference',
  'bench',
];

/** Content of a song file: everything that is stored of the song, in today's format. */
export interface SongFileContent {
  readonly kind: typeof SONG_FILE_KIND;
  readonly format: number;
  readonly records: readonly SongRecord[];
}

/** The content of a song file, the same for equal songs. */
export function songFileContent(document: SongDocument): SongFileContent {
  // With the fields of each in one order, whatever they were written in.
  const records = JSON.parse(serialize(document)) as SongDocument['records'];
  const sorted = Object.values(records).sort(
    (a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || (a.id < b.id ? -1 : 1),
  );
  return { kind: SONG_FILE_KIND, format: FORMAT, records: sorted };
}

/** A song as the text of a file, to be read by `readSongFile`. */
export function songFile(document: SongDocument): string {
  return `${JSON.stringify(songFileContent(document), null, 2)}\n`;
}
