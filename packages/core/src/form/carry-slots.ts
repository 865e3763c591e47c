import { type Id, indexOf, inTurn, type Outcome, type SongDocument } from '../song/index.ts';
import { addSlots, copySlots, moveSlots, pastedSlots, removeSlots } from './arrange-slots.ts';
import { type SlotIn, slotsInWords } from './edit-section.ts';

/** Side of a slot on which others are laid: before it, in its place, or after it. */
export type LaidHow = 'before' | 'over' | 'after';

/** Way in which slots are carried. */
export interface Carrying {
  readonly how: LaidHow;
  /** True for copies; those that are carried stay then. */
  readonly copies: boolean;
  /** Ids of slots that are laid elsewhere or copied. */
  readonly idFor: (i: number) => Id;
}

/**
 * Carries slots of one section to a slot of the same or of another one. What they play stays as it was where they stood, and a
 * slot in whose place they come goes. `null` where they stand there already, or the slot is one of them.
 */
export function carrySlots(
  document: SongDocument,
  section: Id,
  ids: readonly Id[],
  onto: SlotIn,
  { how, copies, idFor }: Carrying,
): Outcome {
  const isWithin = onto.section === section;
  if (!ids.length || (isWithin && ids.includes(onto.slot))) return null;
  const slots = indexOf(document).section(onto.section)?.slots ?? [];
  const at = slots.findIndex((slot) => slot.id === onto.slot);
  if (at < 0) return { reason: 'That slot is gone.' };
  if (isWithin && !copies && how !== 'over') {
    const before = slots.slice(0, at).filter((slot) => ids.includes(slot.id)).length;
    return moveSlots(document, section, ids, at - before + (how === 'after' ? 1 : 0));
  }
  const carried = ids.map((slot): SlotIn => ({ section, slot }));
  const laid = pastedSlots(document, copySlots(document, carried), idFor);
  return inTurn(document, `${copies ? 'copy' : 'move'} ${slotsInWords(ids)}`, [
    (now) => addSlots(now, onto.section, laid, at + (how === 'after' ? 1 : 0)),
    (now) => (how === 'over' ? removeSlots(now, [onto]) : null),
    (now) => (copies ? null : removeSlots(now, carried)),
  ]);
}
