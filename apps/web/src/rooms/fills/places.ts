import {
  indexOf,
  placeAtEnd,
  placeEvery,
  placeInSlot,
  type Id,
  type Outcome,
  type Placing,
  type Section,
  type SongDocument,
} from '@plucky/core';
import type { SlotChoice } from '../../session/store.ts';

/** How often a fill comes when it is placed all through a section, in bars. */
const EVERY = [2, 4, 8] as const;

/** Somewhere in the song that a pattern of the bench can be placed. */
export interface PlaceInSong {
  readonly key: string;
  readonly name: string;
  readonly section: Section;
  readonly place: (now: SongDocument, pattern: Id, placing: Placing) => Outcome;
}

/** Where a pattern can be placed: in the slot chosen on the sheet, at the end of a section, or all through one. */
export function placesIn(document: SongDocument, chosen: SlotChoice | null): readonly PlaceInSong[] {
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
