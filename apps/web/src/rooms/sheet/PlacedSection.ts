import type { Occurrence, Section, SongDocument } from '@plucky/core/song';

/** A section at one of its places in the form. */
export interface PlacedSection {
  readonly document: SongDocument;
  readonly occurrence: Occurrence;
  readonly section: Section;
}
