import { carrySlots, type LaidHow } from '@plucky/core/form';
import { type Id, indexOf } from '@plucky/core/song';
import { capital, counted } from '@plucky/core/time';
import { useDocumentStore, useEdit } from '../../document/context.tsx';
import { chooseSlots, useSession } from '../../session/store.ts';
import type { Laid } from '../../shared/drag/laid.ts';
import type { Carried } from '../../shared/drag/useCarried.ts';
import { freshId } from '../../shared/fresh-id.ts';
import { notify } from '../../shared/ui/notify.ts';
import { chosenSlots, inOneSection } from './chosen-slots.ts';
import type { CarriedSlot } from './SheetLine.tsx';

type Slot = Carried<CarriedSlot>;

/** Share of a slot at either side on which another is laid beside it, and not in its place. */
const BESIDE = 0.3;

/** A slot, with those that are chosen with it, carried before another, over it or after it; with Ctrl as copies. */
export function useSlotCarrying() {
  const edit = useEdit();
  const store = useDocumentStore();
  const carriedWith = ({ value }: Slot): readonly Id[] => {
    const chosen = inOneSection(chosenSlots(store.getState().document, useSession.getState()));
    const isChosen = chosen?.section.id === value.section && chosen.ids.includes(value.slot);
    return isChosen ? chosen.ids : [value.slot];
  };
  /** Keys carry a slot to where another one stands. */
  const howLaid = (carried: Slot, onto: Slot, share: number | null): LaidHow => {
    if (share !== null) return share < BESIDE ? 'before' : share > 1 - BESIDE ? 'after' : 'over';
    const slots = indexOf(store.getState().document).section(onto.value.section)?.slots ?? [];
    const at = (slot: Id) => slots.findIndex(({ id }) => id === slot);
    const isLater =
      carried.value.section === onto.value.section && at(carried.value.slot) < at(onto.value.slot);
    return isLater ? 'after' : 'before';
  };
  return {
    sayHow(carried: Slot, onto: Slot, { share, copies }: Laid): string {
      const ids = carriedWith(carried);
      return `${copies ? 'Copy' : 'Move'} ${what(carried, ids)} ${WORDS[howLaid(carried, onto, share)]} ${inWords(onto)}`;
    },
    onDrop(carried: Slot, onto: Slot, { share, copies }: Laid): void {
      const ids = carriedWith(carried);
      const how = howLaid(carried, onto, share);
      const fresh = ids.map(() => freshId());
      const idFor = (i: number) => fresh[i] ?? freshId();
      const before = store.getState().document;
      if (!edit((now) => carrySlots(now, carried.value.section, ids, onto.value, { how, copies, idFor })))
        return;
      if (store.getState().document === before) return;
      const isKept = indexOf(store.getState().document)
        .section(onto.value.section)
        ?.slots.some(({ id }) => id === ids[0]);
      const laid = !copies && isKept ? ids : fresh;
      chooseSlots(laid.map((slot) => ({ occurrence: onto.value.occurrence, slot })));
      notify(`${capital(what(carried, ids))} ${copies ? 'copied' : 'moved'} ${WORDS[how]} ${inWords(onto)}.`);
    },
  };
}

const WORDS: Readonly<Record<LaidHow, string>> = { before: 'before', over: 'in place of', after: 'after' };

function inWords({ name }: Slot): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}

function what(carried: Slot, ids: readonly Id[]): string {
  return ids.length > 1 ? counted(ids.length, 'slot') : inWords(carried);
}
