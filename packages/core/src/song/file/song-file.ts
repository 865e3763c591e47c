import type { SongDocument } from '../document.ts';
import { InvalidSongError } from '../errors.ts';
import { bringUpRecords } from '../format/bring-up.ts';
import type { Stored } from '../format/migration.ts';
import { FORMAT } from '../format/version.ts';
import { readSong } from '../read.ts';
import { SONG_FILE_KIND } from './kind.ts';

/** A song as a file says it, described in docs/song-file.schema.json. */
export interface SongFile {
  readonly kind: typeof SONG_FILE_KIND;
  readonly format: number;
  readonly records: readonly unknown[];
}

/**
 * The song that a text says, of today's format or an older one. Throws InvalidSongError naming what is wrong, and
 * NewerFormatError for one of a newer program.
 */
export function readSongFile(text: string): SongDocument {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch (error) {
    throw notOne(`It is no JSON: ${error instanceof Error ? error.message : 'it cannot be read'}.`);
  }
  return songOfFile(read);
}

/** The song that a file says whose JSON is read already. Throws as `readSongFile` does. */
export function songOfFile(read: unknown): SongDocument {
  const { format, records } = headOf(read);
  // A record that does not fit its own format is named when it is read as one of today's.
  const sound = records.filter(isStored);
  if (sound.length < records.length) throw notOne('Each record must be an object with a kind.');
  return readSong(bringUpRecords(sound, format));
}

function headOf(read: unknown): SongFile {
  if (typeof read !== 'object' || read === null) throw notOne('It must be an object.');
  const { kind, format, records } = read as Partial<Record<keyof SongFile, unknown>>;
  if (kind !== SONG_FILE_KIND) throw notOne(`Its kind must be "${SONG_FILE_KIND}".`);
  if (typeof format !== 'number' || !Number.isInteger(format) || format < 1)
    throw notOne(`Its format must be a whole number from 1 to ${FORMAT}.`);
  if (!Array.isArray(records)) throw notOne('Its records must be a list.');
  return { kind, format, records };
}

function isStored(record: unknown): record is Stored {
  return typeof record === 'object' && record !== null && 'kind' in record && typeof record.kind === 'string';
}

function notOne(message: string): InvalidSongError {
  return new InvalidSongError([{ path: 'song file', message }]);
}
