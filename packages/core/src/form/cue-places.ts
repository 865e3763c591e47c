import { indexOf, leadingLayer, type Pattern, type SongDocument } from '../song/index.ts';
import { songStretches } from './stretches.ts';

/** A slot of the song as a cue says it: its place and length in ticks, and the pattern after which it is called. */
export interface CuePlace {
  readonly start: number;
  readonly length: number;
  readonly pattern: Pattern;
}

/** A place for each slot that plays something, in playing order. */
export function cuePlaces(document: SongDocument): readonly CuePlace[] {
  return songStretches(document).flatMap(({ start, slot }) => {
    const pattern = indexOf(document).pattern(leadingLayer(document, slot)?.pattern ?? '');
    return pattern ? [{ start, length: slot.length, pattern }] : [];
  });
}
