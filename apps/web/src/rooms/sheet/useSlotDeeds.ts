import {
  addSlots,
  consolidateSlots,
  copySlots,
  cutSlotAt,
  duplicateSlots,
  joinChosen,
  moveSlots,
  newSlot,
  pastedSlots,
  removeSlots,
  replaceSlots,
  sectionMeter,
  swapSlots,
} from '@plucky/core/form';
import { type Id, indexOf, type Slot, type SongDocument } from '@plucky/core/song';
import { barTicks, beatTicks, counted, type Meter } from '@plucky/core/time';
import { useDocumentStore, useEdit } from '../../document/context.tsx';
import { useSheet } from '../../session/sheet.ts';
import { chooseSlot, chooseSlots, useSession } from '../../session/store.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { notify } from '../../shared/ui/notify.ts';
import { chosenSlots, inOneSection, inSections, placeOf, slotsOfForm } from './chosen-slots.ts';
import { mergedNaming } from './merged-naming.ts';

/** Deeds on the chosen slots of the sheet, each of them one step to undo. */
export interface SlotDeeds {
  /** Adds a slot of the section's groove after the chosen ones, or at the end of a chosen section. */
  readonly add: () => void;
  /** Adds a rest of a bar before or after them. */
  readonly rest: (where: 'before' | 'after') => void;
  readonly again: () => void;
  readonly move: (by: number) => void;
  readonly remove: () => void;
  readonly copy: () => void;
  readonly cut: () => void;
  /** Puts what was copied after the chosen slots, or in their place. */
  readonly paste: (over: boolean) => void;
  readonly swap: () => void;
  readonly join: () => void;
  /** Makes one pattern of the chosen slots for each part, with a name. */
  readonly consolidate: (name: string) => void;
  /** Cuts the chosen slot in two at a place in ticks; the second half is chosen then. */
  readonly cutAt: (at: number) => void;
}

export function useSlotDeeds(): SlotDeeds {
  const edit = useEdit();
  const store = useDocumentStore();
  // As the song is when something is done, which is not to be drawn anew with each edit.
  const state = () => chosenIn(store.getState().document);
  const chooseIn = (occurrence: Id, ids: readonly Id[]) =>
    chooseSlots(ids.map((slot) => ({ occurrence, slot })));
  /** Puts slots after the last chosen one, and chooses them. */
  const addAfter = (slots: readonly Slot[], offset = 1) => {
    const { occurrence, section, last } = state();
    if (!occurrence || !section) return;
    const index = last ? section.slots.indexOf(last.slot) + offset : section.slots.length;
    if (edit((now) => addSlots(now, section.id, slots, index)))
      chooseIn(
        occurrence.id,
        slots.map((slot) => slot.id),
      );
  };
  const copy = () => {
    const { document, chosen } = state();
    if (!chosen.length) return false;
    const copiedSlots = copySlots(document, inSections(chosen));
    useSheet.setState({ copiedSlots, copiedSections: [] });
    notify(`${counted(copiedSlots.length, 'slot')} copied.`);
    return true;
  };
  const remove = () => {
    const { document, chosen } = state();
    const all = slotsOfForm(document);
    const at = all.findIndex((one) => one.slot === chosen[0]?.slot);
    const left = all.filter((one) => !chosen.some(({ slot }) => slot === one.slot));
    if (!chosen.length || !edit((now) => removeSlots(now, inSections(chosen)))) return;
    const next = left[Math.max(0, at - 1)] ?? left[0];
    chooseSlot(next ? placeOf(next) : null);
  };
  return {
    add() {
      const { document, section, last } = state();
      if (section) addAfter([newSlot(document, section, freshId(), last?.slot)]);
    },
    rest(where) {
      const { document, section } = state();
      if (!section) return;
      const length = barTicks(sectionMeter(document, section));
      addAfter([{ id: freshId(), length, layers: [] }], where === 'before' ? 0 : 1);
    },
    again() {
      const { one, occurrence, chosen } = state();
      if (!one || !occurrence) {
        if (chosen.length) notify('Slots of one section are repeated together.', { variant: 'warning' });
        return;
      }
      const ids = one.ids.map(() => freshId());
      if (edit((now) => duplicateSlots(now, one.section.id, one.ids, (i) => ids[i] ?? freshId())))
        chooseIn(occurrence.id, ids);
    },
    move(by) {
      const { one } = state();
      if (!one) return;
      const first = one.section.slots.findIndex((slot) => one.ids.includes(slot.id));
      edit((now) => moveSlots(now, one.section.id, one.ids, first + by));
    },
    remove,
    copy,
    cut() {
      if (copy()) remove();
    },
    paste(over) {
      const { document, one, occurrence } = state();
      const { copiedSlots } = useSheet.getState();
      if (!copiedSlots.length) {
        notify('Copy slots first.', { variant: 'warning' });
        return;
      }
      const slots = pastedSlots(document, copiedSlots, freshId);
      if (!over || !one || !occurrence) {
        addAfter(slots);
        return;
      }
      if (!edit((now) => replaceSlots(now, one.section.id, one.ids, slots))) return;
      chooseIn(
        occurrence.id,
        slots.map((slot) => slot.id),
      );
      notify(`${counted(one.ids.length, 'slot')} of ${one.section.name} replaced. Undo brings them back.`);
    },
    swap() {
      const [first, second, third] = inSections(state().chosen);
      if (first && second && !third) edit((now) => swapSlots(now, first, second));
    },
    join() {
      const { one, occurrence } = state();
      const next =
        one && one.section.slots[one.section.slots.findIndex(({ id }) => one.ids.includes(id)) + 1];
      const ids = one?.ids.length === 1 && next ? [...one.ids, next.id] : one?.ids;
      const last = one?.section.slots.findLast((slot) => ids?.includes(slot.id));
      if (!one || !ids || !occurrence || !last) return;
      if (edit((now) => joinChosen(now, one.section.id, ids))) chooseIn(occurrence.id, [last.id]);
    },
    consolidate(name) {
      const { one, occurrence } = state();
      const last = one?.section.slots.findLast((slot) => one.ids.includes(slot.id));
      if (!one || !occurrence || !last) return;
      const { ids, section } = one;
      if (edit((now) => consolidateSlots(now, section.id, ids, (part) => mergedNaming(now, part, name))))
        chooseIn(occurrence.id, [last.id]);
    },
    cutAt(at) {
      const { one, occurrence } = state();
      const [slot] = one?.ids ?? [];
      if (!one || slot === undefined || !occurrence) return;
      const id = freshId();
      if (edit((now) => cutSlotAt(now, { section: one.section.id, slot }, at, id)))
        chooseIn(occurrence.id, [id]);
    },
  };
}

/** The chosen slots, the section that is in view, and the last chosen one of it. */
function chosenIn(document: SongDocument) {
  const session = useSession.getState();
  const chosen = chosenSlots(document, session);
  const { song, section: sectionOf } = indexOf(document);
  const occurrence = song.form.find((one) => one.id === session.occurrence);
  const section = occurrence && sectionOf(occurrence.section);
  const last = chosen.findLast((one) => one.section === section);
  return { document, chosen, occurrence, section, last, one: inOneSection(chosen) };
}

/** The middle of a slot, on a bar where it has several, or else on a beat. */
export function middleOf({ length }: Slot, meter: Meter): number {
  const step = length >= 2 * barTicks(meter) ? barTicks(meter) : beatTicks(meter);
  return Math.max(1, Math.min(length - 1, Math.round(length / 2 / step) * step || Math.round(length / 2)));
}
