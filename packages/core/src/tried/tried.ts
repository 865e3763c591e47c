import type { Scope } from '../form/stretches.ts';
import type { Id } from '../names.ts';
import { apply, type ChangeSet } from '../song/changes.ts';
import type { SongDocument } from '../song/document.ts';
import type { Section, SongRecord } from '../song/records.ts';

/** Something that is not in the song yet: a song that has it, and what of that to play. The song itself stays as it is. */
export interface Tried {
  readonly document: SongDocument;
  readonly scope: Scope;
}

/** The section in which things are tried that are heard among others. */
const TRIED_SECTION = 'tried-section';

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
  const whole: Section = { id: TRIED_SECTION, kind: 'section', name: 'Tried', role: 'verse', ...section };
  return {
    document: apply(document, { label: 'try', put: [...put, whole], remove: [] }).document,
    scope: { kind: 'section', section: TRIED_SECTION },
  };
}
