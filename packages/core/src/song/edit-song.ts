import { indexOf, type SongDocument } from './document.ts';
import type { Outcome } from './outcome.ts';
import type { Id, Song, Voice } from './records.ts';

/** Changes fields of the song itself (tempo in quarter notes a minute, swing in percent); `null` when none differs. */
export function editSong(
  document: SongDocument,
  fields: Partial<Omit<Song, 'id' | 'kind'>>,
  label: string,
): Outcome {
  const { song } = indexOf(document);
  return differs(song, fields) ? { label, put: [{ ...song, ...fields }], remove: [] } : null;
}

/** Changes fields of a voice; `null` when none differs. */
export function editVoice(
  document: SongDocument,
  id: Id,
  fields: Partial<Omit<Voice, 'id' | 'kind' | 'part'>>,
  label: string,
): Outcome {
  const voice = indexOf(document).voice(id);
  if (!voice) return { reason: 'That row is gone.' };
  return differs(voice, fields) ? { label, put: [{ ...voice, ...fields }], remove: [] } : null;
}

function differs<T extends object>(record: T, fields: Partial<T>): boolean {
  return (Object.keys(fields) as (keyof T)[]).some(
    (field) => JSON.stringify(record[field]) !== JSON.stringify(fields[field]),
  );
}
