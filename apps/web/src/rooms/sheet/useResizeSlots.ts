import { hiddenIn, resizeSlots, type SlotIn } from '@plucky/core/form';
import { indexOf, isChange, type SongDocument } from '@plucky/core/song';
import { useEdit } from '../../document/context.tsx';
import { notify } from '../../shared/ui/notify.ts';

/** Sets the length of slots, and says what they have become too short for. */
export function useResizeSlots(): (
  slots: readonly SlotIn[],
  length: number,
  gesture?: string | null,
) => void {
  const edit = useEdit();
  return (slots, length, gesture = null) => {
    const hidden = new Set<string>();
    edit((now) => {
      const outcome = resizeSlots(now, slots, length);
      if (isChange(outcome)) for (const name of newlyHidden(now, slots, length)) hidden.add(name);
      return outcome;
    }, gesture);
    if (hidden.size)
      notify(`${[...hidden].join(', ')}: no room in so short a slot, hidden until it is longer.`, {
        variant: 'info',
      });
  };
}

/** The names of patterns that play in slots now and would not in slots of this length. */
function newlyHidden(document: SongDocument, slots: readonly SlotIn[], length: number): string[] {
  const { section: sectionOf } = indexOf(document);
  return slots.flatMap(({ section, slot: id }) => {
    const slot = sectionOf(section)?.slots.find((one) => one.id === id);
    if (!slot) return [];
    const was = new Set(hiddenIn(document, slot));
    return hiddenIn(document, { ...slot, length }).flatMap((one) => (was.has(one) ? [] : one.name));
  });
}
