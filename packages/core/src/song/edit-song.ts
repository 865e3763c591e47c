import { indexOf, type SongDocument } from './document.ts';
import type { Outcome } from './outcome.ts';
import type { Song } from './records.ts';

/** Changes fields of the song itself (tempo in quarter notes a minute, swing in percent); `null` when none differs. */
export function editSong(
  document: SongDocument,
  fields: Partial<Omit<Song, 'id' | 'kind'>>,
  label: string,
): Outcome {
  const { song } = indexOf(document);
  return differs(song, fields) ? { label, put: [{ ...song, ...fields }], remove: [] } : null;
}

/** Whether any of the fields would be another. */
export function differs<T extends object>(record: T, fields: Partial<T>): boolean {
  return (Object.keys(fields) as (keyof T)[]).some(
    (field) => JSON.stringify(record[field]) !== JSON.stringify(fields[field]),
  );
}
