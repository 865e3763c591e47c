import type { OccurrencePlace } from '@plucky/core/form';
import type { Id, SongDocument } from '@plucky/core/song';
import type { RefObject } from 'react';
import type { LineOfSheet } from './sheet-lines.ts';

/** The form of a song as it is shown above the sheet. */
export interface FormViewProps {
  readonly document: SongDocument;
  readonly places: readonly OccurrencePlace[];
  /** Chooses an occurrence and brings it into view; the same function at every drawing. */
  readonly onGoTo: (occurrence: Id) => void;
}

/** The lines of the sheet, and the page on which they are scrolled. */
export interface SheetView {
  readonly lines: readonly LineOfSheet[];
  readonly scroller: RefObject<HTMLElement | null>;
}
