import type { OccurrencePlace } from '@plucky/core/form';
import type { Id, SongDocument } from '@plucky/core/song';

/** The form of a song as it is shown above the sheet. */
export interface FormViewProps {
  readonly document: SongDocument;
  readonly places: readonly OccurrencePlace[];
  /** Chooses an occurrence and brings it into view; the same function at every drawing. */
  readonly onGoTo: (occurrence: Id) => void;
}
