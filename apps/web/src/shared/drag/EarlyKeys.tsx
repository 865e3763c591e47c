import { useDndContext } from '@dnd-kit/core';
import { useEffect } from 'react';

/** Gives keys again one by one, a frame each, so that every step starts from where the one before led. */
function giveAgain([event, ...rest]: readonly KeyboardEvent[]): void {
  if (!event) return;
  requestAnimationFrame(() => {
    event.target?.dispatchEvent(new KeyboardEvent('keydown', event));
    giveAgain(rest);
  });
}

/** Keys pressed after a thing was picked up and before its targets are measured: kept for then, else they were lost. */
export function EarlyKeys() {
  const { active, dragOverlay, droppableRects } = useDndContext();
  const waits = active !== null && (dragOverlay.rect === null || droppableRects.size === 0);
  useEffect(() => {
    if (!waits) return;
    const early: KeyboardEvent[] = [];
    const keep = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      early.push(event);
    };
    window.addEventListener('keydown', keep, true);
    return () => {
      // By a timer, as the sensor begins to listen by one that was set before.
      setTimeout(() => {
        window.removeEventListener('keydown', keep, true);
        giveAgain(early);
      });
    };
  }, [waits]);
  return null;
}
