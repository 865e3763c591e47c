import { type SlotAt, songStretches } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';

/** Place of a slot's beat in the song, at its first playing, in ticks. */
export function placeOfBeat(document: SongDocument, chosen: SlotAt | null, beat: number): number | null {
  const stretch = songStretches(document).find(
    ({ occurrence, slot }) => occurrence?.id === chosen?.occurrence && slot.id === chosen?.slot,
  );
  return stretch ? stretch.start + Math.min(beat, stretch.slot.length - 1) : null;
}
