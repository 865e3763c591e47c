import { type Id, type Opening, type Outcome, type Slot, type SongDocument } from '../song/index.ts';
import { editSection, editSlots, withOwn } from './edit-section.ts';

/** Slows the last ticks of a slot, at most all of it, to a share of the song's tempo, or with `null` plays it straight on. */
export function setSlowing(
  document: SongDocument,
  section: Id,
  slot: Id,
  slows: NonNullable<Slot['slows']> | null,
): Outcome {
  return editSlots(document, [{ section, slot }], slows ? 'slow down' : 'no slowing', (before) =>
    withOwn(before, 'slows', slows),
  );
}

/** Marks the start of whatever follows a slot with a hit, or with `null` with nothing. */
export function setLanding(
  document: SongDocument,
  section: Id,
  slot: Id,
  landing: NonNullable<Slot['landing']> | null,
): Outcome {
  return editSlots(document, [{ section, slot }], landing ? 'land' : 'no landing', (before) =>
    withOwn(before, 'landing', landing),
  );
}

/** Opens a section with a hit on its first beat, or with `null` with nothing. */
export function setOpening(document: SongDocument, section: Id, opening: Opening | null): Outcome {
  return editSection(document, section, opening ? 'open a section' : 'no opening', (before) =>
    withOwn(before, 'opening', opening),
  );
}
