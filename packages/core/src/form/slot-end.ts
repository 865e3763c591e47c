import {
  type Id,
  omit,
  type Opening,
  type Outcome,
  saysSame,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { editSection, editSlots } from './edit-section.ts';

/** Slows the last ticks of a slot, at most all of it, to a share of the song's tempo, or with `null` plays it straight on. */
export function setSlowing(
  document: SongDocument,
  section: Id,
  slot: Id,
  slows: NonNullable<Slot['slows']> | null,
): Outcome {
  return editSlots(document, [{ section, slot }], slows ? 'slow down' : 'no slowing', (before) => {
    if (saysSame(before.slows, slows ?? undefined)) return null;
    return slows ? { ...before, slows } : omit(before, 'slows');
  });
}

/** Marks the start of whatever follows a slot with a hit, or with `null` with nothing. */
export function setLanding(
  document: SongDocument,
  section: Id,
  slot: Id,
  landing: NonNullable<Slot['landing']> | null,
): Outcome {
  return editSlots(document, [{ section, slot }], landing ? 'land' : 'no landing', (before) => {
    if (saysSame(before.landing, landing ?? undefined)) return null;
    return landing ? { ...before, landing } : omit(before, 'landing');
  });
}

/** Opens a section with a hit on its first beat, or with `null` with nothing. */
export function setOpening(document: SongDocument, section: Id, opening: Opening | null): Outcome {
  return editSection(document, section, opening ? 'open a section' : 'no opening', (before) => {
    if (saysSame(before.opening, opening ?? undefined)) return null;
    return opening ? { ...before, opening } : omit(before, 'opening');
  });
}
