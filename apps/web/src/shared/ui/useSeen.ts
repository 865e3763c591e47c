import { useVirtualizer } from '@tanstack/react-virtual';
import type { RefObject } from 'react';

/** Only so many are drawn whether they are seen or not. */
const FEW = 100;

/** Which of many lines are to be drawn, and the px that those above and below them take. */
export function useSeen({
  count,
  height,
  scroller,
}: {
  count: number;
  /** Height of a line, in px; where the page has less room it may be higher. */
  height: (index: number) => number;
  scroller: RefObject<HTMLElement | null>;
}) {
  const isLong = count > FEW;
  const virtual = useVirtualizer({
    count,
    enabled: isLong,
    getScrollElement: () => scroller.current,
    estimateSize: height,
    overscan: 3,
    // So that the lines are there at the first drawing.
    initialRect: { width: window.innerWidth, height: window.innerHeight },
  });
  /** Brings a line into view. */
  const goTo = (index: number) => {
    if (isLong) virtual.scrollToIndex(index, { align: 'start' });
    else scroller.current?.querySelector(`[data-index="${index}"]`)?.scrollIntoView({ block: 'nearest' });
  };
  if (!isLong) return { seen: Array.from({ length: count }, (_, i) => i), above: 0, below: 0, goTo };
  const items = virtual.getVirtualItems();
  return {
    seen: items.map(({ index }) => index),
    above: items[0]?.start ?? 0,
    below: virtual.getTotalSize() - (items.at(-1)?.end ?? 0),
    goTo,
    /** Takes the true height of a line that says its place as `data-index`. */
    measure: virtual.measureElement,
  };
}
