import { chordFrom, chordName } from '../pattern/index.ts';
import {
  type Chord,
  type ChordAt,
  indexOf,
  LIMITS,
  omit,
  type Outcome,
  type Refusal,
  saysSame,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, beatTicks, type Meter, placeFrom, placeName } from '../time/index.ts';
import { slotMeter } from './bars.ts';
import { editSlots, type SlotIn, slotsInWords } from './edit-section.ts';

/** Gives slots chords, or with none takes them away. */
export function setChords(
  document: SongDocument,
  slots: readonly SlotIn[],
  chordsOf: (slot: Slot, meter: Meter) => readonly ChordAt[],
): Outcome {
  return editSlots(document, slots, `chords in ${slotsInWords(slots)}`, (slot, section) => {
    const chords = chordsOf(slot, slotMeter(document, section, slot));
    if (saysSame(chords, slot.chords ?? [])) return null;
    return chords.length ? { ...slot, chords } : omit(slot, 'chords');
  });
}

/**
 * Chords from what was typed, such as "i VI III VII" or "Fm Db@3.1": names or roman numerals, spread evenly over `length`
 * ticks, or from the bar and beat of the slot that stands behind an @ on. Tells what is no chord or no place.
 */
export function chordsFrom(
  document: SongDocument,
  text: string,
  length: number,
  meter: Meter,
): readonly ChordAt[] | Refusal {
  const { key } = indexOf(document).song;
  const words = text.split(/[\s,|–—-]+/u).filter(Boolean);
  if (words.length > LIMITS.chords) return { reason: `A slot has at most ${LIMITS.chords} chords.` };
  const step = evenStep(length, words.length, meter);
  const out = new Map<number, Chord>();
  for (const [i, word] of words.entries()) {
    const [name = '', place] = word.split('@');
    const chord = chordFrom(name, key);
    if (!chord) return { reason: `“${name}” is no chord. One is written like Fm7, Db or VI.` };
    const at = place === undefined ? i * step : placeFrom(place, meter);
    if (at === null || at >= length) return { reason: `“${place ?? ''}” is no place of this slot.` };
    out.set(at, chord);
  }
  return [...out].sort(([a], [b]) => a - b).map(([at, chord]) => ({ at, chord }));
}

/** Length of each of so many chords: whole bars or beats where they fit. */
export function evenStep(length: number, count: number, meter: Meter): number {
  const even = length / Math.max(1, count);
  const unit = even >= barTicks(meter) ? barTicks(meter) : even >= beatTicks(meter) ? beatTicks(meter) : 1;
  return Math.max(1, Math.floor(even / unit) * unit);
}

/** Chords as they would be typed: names, with their place where they are not spread evenly. */
export function chordsInWords(document: SongDocument, { chords = [], length }: Slot, meter: Meter): string {
  const { key } = indexOf(document).song;
  const step = evenStep(length, chords.length, meter);
  const isEven = chords.every(({ at }, i) => at === i * step);
  return chords
    .map(({ at, chord }) => `${chordName(chord, key)}${isEven ? '' : `@${placeName(at, meter)}`}`)
    .join(' ');
}

/** The names of a slot's chords, in their order. */
export function chordNames(document: SongDocument, { chords = [] }: Slot): readonly string[] {
  const { key } = indexOf(document).song;
  return chords.map(({ chord }) => chordName(chord, key));
}
