import { type SlotAt, type SongDocument, songStretches } from '@plucky/core';

/** Where a beat of a slot stands in the song, the first time that it is played, in ticks. */
export function placeOfBeat(document: SongDocument, chosen: SlotAt | null, beat: number): number | null {
  const stretch = songStretches(document).find(
    ({ occurrence, slot }) => occurrence?.id === chosen?.occurrence && slot.id === chosen?.slot,
  );
  return stretch ? stretch.start + Math.min(beat, stretch.slot.length - 1) : null;
}
