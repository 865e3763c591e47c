import type { Scope } from '../../form/index.ts';
import { type Section, type SongDocument, withRecord } from '../../song/index.ts';

/** Something that is not in the song yet: a song that has it, and what of that to play. The song itself stays as it is. */
export interface Tried {
  readonly document: SongDocument;
  readonly scope: Scope;
}

/** The section in which things are tried that are heard among others. */
const TRIED_SECTION = 'tried-section';
export const SCOPE: Scope = { kind: 'section', section: TRIED_SECTION };

/** Tries patterns of the song in a section of their own: they fit already, and nothing is checked anew. */
export function tryWithin(document: SongDocument, section: Pick<Section, 'slots' | 'meter'>): Tried {
  return { document: withRecord(document, sectionOf(section)), scope: SCOPE };
}

/** The section in which things are tried. */
export function sectionOf(section: Pick<Section, 'slots' | 'meter'>): Section {
  return { id: TRIED_SECTION, kind: 'section', name: 'Tried', role: 'verse', ...section };
}
