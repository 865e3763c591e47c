import { hiddenIn, type Id, indexOf, isChange, resizeSlot } from '@plucky/core';
import { useSnackbar } from 'notistack';
import { useEdit } from '../../document/context.tsx';

/** Sets a slot's length, and says what it has become too short for. */
export function useResizeSlot(): (section: Id, slot: Id, length: number, gesture?: string | null) => void {
  const edit = useEdit();
  const { enqueueSnackbar } = useSnackbar();
  return (section, slot, length, gesture = null) => {
    let hidden: readonly string[] = [];
    edit((now) => {
      const outcome = resizeSlot(now, section, slot, length);
      if (!isChange(outcome)) return outcome;
      const before = indexOf(now)
        .section(section)
        ?.slots.find((one) => one.id === slot);
      const was = new Set(before ? hiddenIn(now, before).map((one) => one.id) : []);
      hidden = before
        ? hiddenIn(now, { ...before, length }).flatMap((one) => (was.has(one.id) ? [] : one.name))
        : [];
      return outcome;
    }, gesture);
    if (hidden.length)
      enqueueSnackbar(
        `${hidden.join(' and ')} has no room in so short a slot and is hidden until it is longer.`,
        {
          variant: 'info',
        },
      );
  };
}
