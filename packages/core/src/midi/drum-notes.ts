import { usualNote } from '../pattern/index.ts';
import { type ExportOptions, type Id, indexOf, type SongDocument } from '../song/index.ts';

/** The lowest note of a rising map, and how many notes there are. */
const LOWEST = 36;
const NOTES = 128;

export type DrumMapOptions = Pick<ExportOptions, 'drumMap' | 'ownMap' | 'ownMaps'>;

/**
 * The notes, 0..127, that a drum map gives the voices of drum parts: General MIDI's, those of a map of one's own where it says
 * one, or rising by semitones, the lowest row first and part after part, so that each has one of its own. Empty for their own.
 */
export function drumNotes(
  document: SongDocument,
  { drumMap, ownMap, ownMaps }: DrumMapOptions,
): ReadonlyMap<Id, number> {
  const { parts, voicesOf } = indexOf(document);
  const rows = parts
    .filter((part) => part.type === 'drums')
    .flatMap((part) => [...voicesOf(part.id)].reverse());
  switch (drumMap) {
    case 'voice':
      return new Map();
    case 'general':
      return new Map(rows.map((voice) => [voice.id, usualNote(voice)]));
    case 'own': {
      const map = Object.hasOwn(ownMaps, ownMap) ? ownMaps[ownMap] : {};
      return new Map(rows.map((voice) => [voice.id, map?.[voice.id] ?? voice.note]));
    }
    case 'rising': {
      const lowest = Math.max(0, Math.min(LOWEST, NOTES - rows.length));
      return new Map(rows.map((voice, i) => [voice.id, (lowest + i) % NOTES]));
    }
  }
}
