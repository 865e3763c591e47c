import type { Id, Occurrence, Slot } from '@plucky/core/song';
import { createForSong } from './song-store.ts';

/** State of this sitting on the sheet. */
export interface SheetSession {
  /** The part that alone is drawn; null for all of them. */
  readonly partSeen: Id | null;
  /** Slots that were copied, for pasting anywhere on the sheet. */
  readonly copiedSlots: readonly Slot[];
  /** Sections that were copied with their places in the form; none once slots are. */
  readonly copiedSections: readonly Occurrence[];
  /** Zoom of the form band, from 1, where it is as wide as the page. */
  readonly formZoom: number;
  /** True while the patterns stand beside the sheet, to be laid into the chosen slots. */
  readonly patternsShown: boolean;
  /** True while numbers and letters cue a performance. */
  readonly performing: boolean;
}

export const useSheet = createForSong<SheetSession>(() => ({
  partSeen: null,
  copiedSlots: [],
  copiedSections: [],
  formZoom: 1,
  patternsShown: false,
  performing: false,
}));

const MOST_ZOOM = 32;

/** Looks closer at the form, or from farther away. */
export function zoomForm(factor: number): void {
  useSheet.setState(({ formZoom }) => ({ formZoom: Math.min(MOST_ZOOM, Math.max(1, formZoom * factor)) }));
}
