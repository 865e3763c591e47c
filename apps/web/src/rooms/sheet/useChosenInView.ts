import { type RefObject, useEffect, useRef } from 'react';
import { useSessionFields } from '../../session/store.ts';
import type { LineOfSheet } from './sheet-lines.ts';

/** Brings the slot, or else the section, that was chosen last into view, also where it is new and not drawn yet. */
export function useChosenInView(
  lines: readonly LineOfSheet[],
  scroller: RefObject<HTMLElement | null>,
  goTo: (line: number) => void,
): void {
  const { slot, occurrence } = useSessionFields('slot', 'occurrence');
  const isWanted = useRef(true);
  useEffect(() => {
    isWanted.current = true;
  }, [slot, occurrence]);
  useEffect(() => {
    if (!isWanted.current) return;
    const at = lines.findIndex(({ place, line }) =>
      slot
        ? place.occurrence.id === slot.occurrence && line?.pieces.some((piece) => piece.slot.id === slot.slot)
        : place.occurrence.id === occurrence,
    );
    if (at < 0) return;
    isWanted.current = false;
    if (!isInView(scroller.current, at)) goTo(at);
  });
}

/** True for a line of which something is seen under the head of the page. */
function isInView(page: HTMLElement | null, line: number): boolean {
  const box = page?.querySelector(`[data-index="${line}"]`)?.getBoundingClientRect();
  if (!page || !box) return false;
  const { top, bottom } = page.getBoundingClientRect();
  // In parts of a pixel, as the line's own place is.
  const head = page.firstElementChild?.getBoundingClientRect().height ?? 0;
  return box.top >= top + head && box.bottom <= bottom;
}
