import { indexOf, type SongDocument, type Voice } from '@plucky/core/song';

/** The rows of every part of drums. */
export function drumRows(document: SongDocument): readonly Voice[] {
  const { parts, voicesOf } = indexOf(document);
  return parts.filter((part) => part.type === 'drums').flatMap((part) => voicesOf(part.id));
}
