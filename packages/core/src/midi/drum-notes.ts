import { DRUMS, isGeneralDrum, usualNote } from '../pattern/index.ts';
import { type ExportOptions, type Id, indexOf, type SongDocument, type Voice } from '../song/index.ts';

/** The lowest note of a rising map, and how many notes there are. */
const LOWEST = 36;
const NOTES = 128;

export type DrumMapOptions = Pick<ExportOptions, 'drumMap' | 'ownMap' | 'ownMaps' | 'swells'>;

/** The second crash of General MIDI. */
const SECOND_CRASH = 57;

/**
 * The notes, 0..127, that a drum map gives the voices of drum parts: General MIDI's, those of a map of one's own where it says
 * one, or rising by semitones, the lowest row first and part after part, so that each has one of its own. A swell has a note that
 * General MIDI has no drum on, or its second crash, unless a map says another. Rows with their own note are left out.
 */
export function drumNotes(
  document: SongDocument,
  { drumMap, ownMap, ownMaps, swells }: DrumMapOptions,
): ReadonlyMap<Id, number> {
  const { parts, voicesOf } = indexOf(document);
  const rows = parts
    .filter((part) => part.type === 'drums')
    .flatMap((part) => [...voicesOf(part.id)].reverse());
  switch (drumMap) {
    case 'voice':
      return swellNotes(rows, swells);
    case 'general':
      return new Map([
        ...rows.map((voice) => [voice.id, usualNote(voice)] as const),
        ...swellNotes(rows, swells),
      ]);
    case 'own': {
      const map = Object.hasOwn(ownMaps, ownMap) ? ownMaps[ownMap] : {};
      const swelling = swellNotes(rows, swells);
      return new Map(rows.map(({ id, note }) => [id, map?.[id] ?? swelling.get(id) ?? note]));
    }
    case 'rising': {
      const lowest = Math.max(0, Math.min(LOWEST, NOTES - rows.length));
      return new Map(rows.map((voice, i) => [voice.id, (lowest + i) % NOTES]));
    }
  }
}

function isSwellRow({ sound }: Voice): boolean {
  return sound === 'swell';
}

/** The rows of swells of a song, part by part. */
export function swellRows(document: SongDocument): readonly Voice[] {
  const { parts, voicesOf } = indexOf(document);
  return parts.filter(({ type }) => type === 'drums').flatMap(({ id }) => voicesOf(id).filter(isSwellRow));
}

/** The notes of swells where theirs is another: below General MIDI's drums, each its own, or that of its second crash. */
function swellNotes(rows: readonly Voice[], swells: ExportOptions['swells']): ReadonlyMap<Id, number> {
  const notes = rows.filter(isSwellRow).map(({ id, note }, i) => {
    const apart = isGeneralDrum(note) ? DRUMS.swell.note - i : note;
    return { id, note, leaves: swells === 'crash' ? SECOND_CRASH : apart };
  });
  return new Map(notes.flatMap(({ id, note, leaves }) => (leaves === note ? [] : [[id, leaves] as const])));
}
