import type { Id } from '../names.ts';
import type { SongDocument } from '../song/document.ts';
import { omit } from '../song/omit.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Slot } from '../song/records.ts';
import { editSlots } from './edit-section.ts';

/** Slows the last ticks of a slot, at most all of it, to a share of the song's tempo, or with `null` plays it straight on. */
export function setSlowing(
  document: SongDocument,
  section: Id,
  slot: Id,
  slows: NonNullable<Slot['slows']> | null,
): Outcome {
  return editSlots(document, [{ section, slot }], slows ? 'slow down' : 'no slowing', (before) => {
    if (isSame(before.slows, slows)) return null;
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
    if (isSame(before.landing, landing)) return null;
    return landing ? { ...before, landing } : omit(before, 'landing');
  });
}

function isSame(before: object | undefined, next: object | null): boolean {
  return JSON.stringify(before ?? null) === JSON.stringify(next);
}
