import type { Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { PatternRole, Section } from '../song/records.ts';
import { placeAtEnd, placeEvery, placeInSlot, type Placing } from './place-fill.ts';

/** How often a fill comes when it is placed all through a section, in bars. */
const EVERY = [2, 4, 8] as const;

/** Somewhere in the song that a pattern can be placed. */
export interface PlaceInSong {
  readonly key: string;
  readonly name: string;
  readonly section: Section;
  readonly place: (now: SongDocument, pattern: Id, placing: Placing) => Outcome;
}

/** A slot, and the occurrence of its section that it was chosen in. */
export interface SlotAt {
  readonly occurrence: Id;
  readonly slot: Id;
}

/** Where a pattern can be placed: in the chosen slot, at the end of each section, or all through one. */
export function placesIn(document: SongDocument, chosen: SlotAt | null): readonly PlaceInSong[] {
  const { sections, song } = indexOf(document);
  const inForm = [...new Set(song.form.map((one) => one.section))].flatMap(
    (id) => sections.find((section) => section.id === id) ?? [],
  );
  const played = song.form.find((one) => one.id === chosen?.occurrence)?.section;
  const withSlot = inForm.find(
    (section) => section.id === played && section.slots.some((slot) => slot.id === chosen?.slot),
  );
  return [
    ...(chosen && withSlot
      ? [
          {
            key: `slot ${chosen.slot}`,
            name: `In the chosen slot of ${withSlot.name}`,
            section: withSlot,
            place: (now: SongDocument, pattern: Id, placing: Placing) =>
              placeInSlot(now, withSlot.id, chosen.slot, pattern, placing),
          },
        ]
      : []),
    ...inForm.map((section) => ({
      key: `end ${section.id}`,
      name: `End of ${section.name}`,
      section,
      place: (now: SongDocument, pattern: Id, placing: Placing) =>
        placeAtEnd(now, section.id, pattern, placing),
    })),
    ...inForm.flatMap((section) =>
      EVERY.map((bars) => ({
        key: `every ${bars} ${section.id}`,
        name: `Every ${bars} bars of ${section.name}`,
        section,
        place: (now: SongDocument, pattern: Id, placing: Placing) =>
          placeEvery(now, section.id, bars, pattern, placing),
      })),
    ),
  ];
}

/**
 * The place that was chosen, by its key; else the likeliest for what is made: the chosen slot, the end of what comes
 * before the first chorus for a build-up, of the last section for an ending, of the first one for the rest.
 */
export function placeFor(
  document: SongDocument,
  places: readonly PlaceInSong[],
  made: PatternRole,
  key: string | null,
): PlaceInSong | undefined {
  return (
    places.find((one) => one.key === key) ??
    places.find((one) => one.key.startsWith('slot ')) ??
    places.find((one) => one.key === `end ${likeliest(document, made)}`) ??
    places[0]
  );
}

function likeliest(document: SongDocument, made: PatternRole): Id | undefined {
  const { song, section } = indexOf(document);
  const ids = song.form.map((one) => one.section);
  if (made === 'ending') return ids.at(-1);
  if (made !== 'build-up') return ids[0];
  return ids[ids.findIndex((id) => section(id)?.role === 'chorus') - 1];
}

/** The section that follows one where it is played first; null at the song's end. */
export function sectionAfter(document: SongDocument, section: Section): Section | null {
  const { song, section: byId } = indexOf(document);
  const at = song.form.findIndex((one) => one.section === section.id);
  return byId(song.form[at + 1]?.section ?? '') ?? null;
}
