import type { DragEndEvent, DragMoveEvent } from '@dnd-kit/core';

/** Way in which a carried thing is let go of. */
export interface Laid {
  /** Share of the way along the other thing, 0 at its left to 1; null where keys carry it. */
  readonly share: number | null;
  /** True while the key for copies is held. */
  readonly copies: boolean;
}

export function laidAt(
  { activatorEvent, delta, over }: Pick<DragMoveEvent | DragEndEvent, 'activatorEvent' | 'delta' | 'over'>,
  copies: boolean,
): Laid {
  if (!(activatorEvent instanceof PointerEvent) || !over) return { share: null, copies };
  const { left, width } = over.rect;
  const share = (activatorEvent.clientX + delta.x - left) / Math.max(1, width);
  return { share: Math.min(1, Math.max(0, share)), copies };
}
