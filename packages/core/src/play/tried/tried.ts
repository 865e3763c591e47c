import {
  apply,
  type ChangeSet,
  type Id,
  type Section,
  type SongDocument,
  type SongRecord,
} from '../../song/index.ts';
import { SCOPE, sectionOf, type Tried } from './within.ts';

/** A pattern as an edit would make it, or one that the edit adds. Throws InvalidSongError where it cannot be applied. */
export function tryEdit(document: SongDocument, change: ChangeSet, pattern: Id): Tried {
  return { document: apply(document, change).document, scope: { kind: 'pattern', pattern } };
}

/** Records that are not in the song, heard in a section of their own. Throws InvalidSongError where they do not fit. */
export function tryInSection(
  document: SongDocument,
  put: readonly SongRecord[],
  section: Pick<Section, 'slots' | 'meter'>,
): Tried {
  const change = { label: 'try', put: [...put, sectionOf(section)], remove: [] };
  return { document: apply(document, change).document, scope: SCOPE };
}
