import { countedAt, occurrencePlaces, type SlotAt, type SlotIn, songStretches } from '@plucky/core/form';
import {
  type Id,
  indexOf,
  type Occurrence,
  type Section,
  type Slot,
  type SongDocument,
} from '@plucky/core/song';
import { barTicks } from '@plucky/core/time';
import { chooseSlot, chooseSlots, chosenPlaces, type Session, useSession } from '../../session/store.ts';

/** A slot of the form, with what it belongs to. */
export interface ChosenSlot {
  readonly occurrence: Occurrence;
  readonly section: Section;
  readonly slot: Slot;
}

/** Every slot of the form once, in its order; repeats of an occurrence are not told apart. */
export function slotsOfForm(document: SongDocument): readonly ChosenSlot[] {
  const { song, section: sectionOf } = indexOf(document);
  return song.form.flatMap((occurrence) => {
    const section = sectionOf(occurrence.section);
    return section ? section.slots.map((slot) => ({ occurrence, section, slot })) : [];
  });
}

/** The chosen slots in the order of the form; those that are gone are left out. */
export function chosenSlots(
  document: SongDocument,
  session: Pick<Session, 'slot' | 'slots'>,
): readonly ChosenSlot[] {
  const wanted = new Set(chosenPlaces(session).map(keyOf));
  return slotsOfForm(document).filter((one) => wanted.has(keyOf(placeOf(one))));
}

export function placeOf({ occurrence, slot }: ChosenSlot): SlotAt {
  return { occurrence: occurrence.id, slot: slot.id };
}

/** Key of a slot of the form, unlike all others. */
export function keyOf({ occurrence, slot }: SlotAt): string {
  return `${occurrence} ${slot}`;
}

/** The slots as edits name them: one of a section that is played twice counts once. */
export function inSections(chosen: readonly ChosenSlot[]): readonly SlotIn[] {
  const named = new Map(chosen.map(({ section, slot }) => [`${section.id} ${slot.id}`, { section, slot }]));
  return [...named.values()].map(({ section, slot }) => ({ section: section.id, slot: slot.id }));
}

/** The section that all chosen slots belong to and their ids; null where they belong to several. */
export function inOneSection(
  chosen: readonly ChosenSlot[],
): { readonly section: Section; readonly ids: readonly Id[] } | null {
  const [first] = chosen;
  if (!first || chosen.some((one) => one.section !== first.section)) return null;
  return { section: first.section, ids: [...new Set(chosen.map((one) => one.slot.id))] };
}

/** Chooses all slots from the one that leads the chosen ones up to another. */
export function chooseUpTo(document: SongDocument, slot: SlotAt): void {
  const all = slotsOfForm(document).map(placeOf);
  const lead = useSession.getState().slot;
  const at = (wanted: SlotAt | null) => all.findIndex((one) => wanted && keyOf(one) === keyOf(wanted));
  const [from, to] = [at(lead), at(slot)];
  if (from < 0 || to < 0) chooseSlot(slot);
  else chooseSlots(all.slice(Math.min(from, to), Math.max(from, to) + 1));
}

/** From the first to the last of the chosen slots, in ticks of the song; null where none is chosen. */
export function chosenStretch(
  document: SongDocument,
  session: Pick<Session, 'slot' | 'slots'>,
): { readonly from: number; readonly to: number } | null {
  const wanted = new Set(chosenPlaces(session).map(keyOf));
  const chosen = songStretches(document).filter(
    ({ occurrence, slot }) => occurrence && wanted.has(keyOf({ occurrence: occurrence.id, slot: slot.id })),
  );
  const [first, last] = [chosen[0], chosen.at(-1)];
  return first && last ? { from: first.start, to: last.start + last.slot.length } : null;
}

/** Start of a slot in the song, in ticks as if all of it were in its meter, so that its bars are the song's. */
export function startInSong(document: SongDocument, { occurrence, section, slot }: ChosenSlot): number {
  const place = occurrencePlaces(document).find((one) => one.occurrence === occurrence);
  const before = section.slots.slice(0, section.slots.indexOf(slot));
  const { meter, counted } = countedAt(
    document,
    section,
    before.reduce((sum, one) => sum + one.length, 0),
  );
  return Math.round(((place?.firstBar ?? 1) - 1) * barTicks(meter)) + counted;
}
