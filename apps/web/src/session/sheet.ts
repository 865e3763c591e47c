import type { Id, Slot } from '@plucky/core/song';
import { createForSong } from './song-store.ts';

/** State of this sitting on the sheet. */
export interface SheetSession {
  /** The part that alone is drawn; null for all of them. */
  readonly partSeen: Id | null;
  /** Slots that were copied, for pasting anywhere on the sheet. */
  readonly copiedSlots: readonly Slot[];
  /** True while the patterns stand beside the sheet, to be laid into the chosen slots. */
  readonly patternsShown: boolean;
  /** True while numbers and letters cue a performance. */
  readonly performing: boolean;
}

export const useSheet = createForSong<SheetSession>(() => ({
  partSeen: null,
  copiedSlots: [],
  patternsShown: false,
  performing: false,
}));
