import type { SlotAt } from '@plucky/core/form';
import { type PointerEvent, type RefObject, useRef, useState } from 'react';
import { chooseSlots } from '../../session/store.ts';
import { DISTANCE } from '../../shared/drag/DragArea.tsx';

/** A box that is drawn over the page, in px of the window. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Elements on which a press begins something else. */
const OTHERS = 'button, input, a, h2, [role="combobox"], .edge, [role=option]';

/** Draws a box from a press beside the slots, and chooses every slot that it meets. */
export function useBox(page: RefObject<HTMLElement | null>) {
  const from = useRef<{ x: number; y: number } | null>(null);
  const [box, setBox] = useState<Box | null>(null);
  const handlers = {
    onPointerDown(event: PointerEvent<HTMLElement>) {
      const isOther = event.target instanceof Element && event.target.closest(OTHERS);
      if (event.button !== 0 || event.pointerType === 'touch' || isOther) return;
      from.current = { x: event.clientX, y: event.clientY };
    },
    onPointerMove(event: PointerEvent<HTMLElement>) {
      const start = from.current;
      if (!start) return;
      const far = Math.max(Math.abs(event.clientX - start.x), Math.abs(event.clientY - start.y));
      if (!box && far < DISTANCE) return;
      // Only now, so that a mere press goes to what it was on.
      if (!box) event.currentTarget.setPointerCapture(event.pointerId);
      const next = boxBetween(start, { x: event.clientX, y: event.clientY });
      setBox(next);
      chooseSlots(slotsIn(page.current, next));
    },
    onPointerUp() {
      from.current = null;
      setBox(null);
    },
    onPointerCancel() {
      from.current = null;
      setBox(null);
    },
  };
  return { box, handlers };
}

interface Point {
  readonly x: number;
  readonly y: number;
}

function boxBetween(a: Point, b: Point): Box {
  return {
    left: Math.min(a.x, b.x),
    top: Math.min(a.y, b.y),
    right: Math.max(a.x, b.x),
    bottom: Math.max(a.y, b.y),
  };
}

/** The slots whose pieces a box meets; each once. */
function slotsIn(page: HTMLElement | null, box: Box): readonly SlotAt[] {
  const found = new Map<string, SlotAt>();
  for (const piece of page?.querySelectorAll<HTMLElement>('[data-slot]') ?? []) {
    const { left, top, right, bottom } = piece.getBoundingClientRect();
    const meets = left < box.right && right > box.left && top < box.bottom && bottom > box.top;
    const { slot: key, occurrence, id } = piece.dataset;
    if (meets && key && occurrence && id) found.set(key, { occurrence, slot: id });
  }
  return [...found.values()];
}
