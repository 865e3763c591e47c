import {
  editSong,
  type Id,
  indexOf,
  LIMITS,
  omit,
  type Outcome,
  saysSame,
  type Song,
  type SongDocument,
  type TempoChange,
  tooMany,
} from '../song/index.ts';
import type { Meter } from '../time/index.ts';
import { editSection, editSlots, type SlotIn, withOwn } from './edit-section.ts';

/** Gives a section a tempo of its own wherever it is played, or with `null` the song's there. */
export function setSectionTempo(document: SongDocument, section: Id, tempo: TempoChange | null): Outcome {
  return editSection(document, section, tempo ? 'tempo of a section' : 'no tempo of its own', (before) =>
    withOwn(before, 'tempo', tempo),
  );
}

/** Gives slots a tempo of their own, which ends with each, or with `null` that of their sections. */
export function setSlotTempo(
  document: SongDocument,
  slots: readonly SlotIn[],
  tempo: TempoChange | null,
): Outcome {
  return editSlots(document, slots, tempo ? 'tempo of a slot' : 'no tempo of its own', (before) =>
    withOwn(before, 'tempo', tempo),
  );
}

/** Counts the bars of a section in a meter of its own, or with `null` in the song's; its slots keep their lengths. */
export function setSectionMeter(document: SongDocument, section: Id, meter: Meter | null): Outcome {
  return editSection(document, section, meter ? 'meter of a section' : 'meter of the song', (before) =>
    withOwn(before, 'meter', meter),
  );
}

/** Counts the bars of slots in a meter of their own, or with `null` in that of their sections; they keep their lengths. */
export function setSlotMeter(document: SongDocument, slots: readonly SlotIn[], meter: Meter | null): Outcome {
  return editSlots(document, slots, meter ? 'meter of a slot' : 'meter of the section', (before) =>
    withOwn(before, 'meter', meter),
  );
}

/**
 * Sets the tempos that the song takes from places of it on, in ticks and in any order; of two at one place the later in the
 * list holds. None leave it in its one tempo. Refused for more than a song can have.
 */
export function setTempoMap(document: SongDocument, tempos: NonNullable<Song['tempos']>): Outcome {
  const { song } = indexOf(document);
  const byPlace = new Map(tempos.map((one) => [one.at, one]));
  const next = [...byPlace.values()].sort((a, b) => a.at - b.at);
  if (next.length > LIMITS.tempos)
    return { reason: `${tooMany('Changes of tempo', next.length, LIMITS.tempos)}.` };
  if (saysSame(song.tempos ?? [], next)) return null;
  if (next.length) return editSong(document, { tempos: next }, 'tempo map');
  return { label: 'no tempo map', put: [omit(song, 'tempos')], remove: [] };
}
