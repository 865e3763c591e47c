import { type DroppableContainer, KeyboardCode, type KeyboardCoordinateGetter } from '@dnd-kit/core';
import type { Carried } from './useCarried.ts';

const STEPS: Readonly<Record<string, number>> = {
  [KeyboardCode.Left]: -1,
  [KeyboardCode.Up]: -1,
  [KeyboardCode.Right]: 1,
  [KeyboardCode.Down]: 1,
};

/** Carried by arrows, a thing goes from one that it can be laid on to the next, as one reads. */
export const stepThrough: KeyboardCoordinateGetter = (event, { context }) => {
  const by = STEPS[event.code];
  const { active, collisionRect, droppableRects, droppableContainers, over } = context;
  if (by === undefined || !active || !collisionRect) return undefined;
  event.preventDefault();
  const kindOf = (one: Pick<DroppableContainer, 'data'>) => (one.data.current as Carried | undefined)?.kind;
  const targets = droppableContainers
    .getEnabled()
    .filter((one) => kindOf(one) === kindOf(active))
    .flatMap(({ id }) => {
      const rect = droppableRects.get(id);
      return rect ? [{ id, rect }] : [];
    })
    .sort((a, b) => a.rect.top - b.rect.top || a.rect.left - b.rect.left);
  const at = targets.findIndex(({ id }) => id === (over?.id ?? active.id));
  const next = targets[at + by];
  return next && { x: next.rect.left, y: next.rect.top };
};
