import {
  type Id,
  indexOf,
  isEndRole,
  type Section,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { phraseLines } from './phrases.ts';

/** End of a phrase: marked by something, or bare. */
export interface PhraseEnd {
  readonly occurrence: Id;
  /** Which phrase of its section it is, from 0. */
  readonly phrase: number;
  readonly section: Section;
  /** The slot that it ends in, and where the phrase ends, in ticks from its section's start. */
  readonly slot: Slot;
  readonly end: number;
  readonly isBare: boolean;
}

/**
 * The end of every phrase of the form, repeats counted once. An end is bare where what plays there is neither a fill, a
 * build-up, a break or an ending up to it, nor lands or slows down, nor lets rows fall silent; a rest is not bare.
 */
export function phraseEnds(document: SongDocument): readonly PhraseEnd[] {
  const { song, section: sectionOf } = indexOf(document);
  return song.form.flatMap(({ id, section: sectionId }): PhraseEnd[] => {
    const section = sectionOf(sectionId);
    if (!section) return [];
    const lines = phraseLines(document, section);
    return lines.flatMap(({ pieces, start, length }, phrase): PhraseEnd[] => {
      const last = pieces.at(-1);
      if (!last) return [];
      const { slot } = last;
      const isBare = isBareAt(document, slot, last.inSlot + last.length);
      return [{ occurrence: id, phrase, section, slot, end: start + length, isBare }];
    });
  });
}

/** True for a slot that plays on over the end of a phrase as if nothing ended there. */
function isBareAt(document: SongDocument, slot: Slot, end: number): boolean {
  const { pattern } = indexOf(document);
  if (!slot.layers.length || (end === slot.length && (slot.landing ?? slot.slows))) return false;
  return slot.layers.every((layer) => {
    const stretch = stretchOf(layer, slot.length);
    if (!stretch || stretch.from >= end || stretch.to < end) return true;
    return layer.silencedVoices.length === 0 && !isEndRole(pattern(layer.pattern)?.role);
  });
}
