import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import { type Caret, useGroove, zoomBy } from '../../../session/groove.ts';
import { useWheelZoom } from '../../../shared/ui/useWheelZoom.ts';
import { LABELS, type Layout } from './layout.ts';

/**
 * Keeps what is looked at where it is when the rows are drawn wider or narrower: the place under the pointer when a wheel
 * is turned with Ctrl, else the caret, or the middle where that is out of sight. Brings the caret into sight as it moves.
 */
export function useZoom(frame: RefObject<HTMLDivElement | null>, layout: Layout, caret: Caret | null): void {
  const pointer = useRef<number | null>(null);
  const before = useRef(layout);

  useWheelZoom(frame, (factor, around) => {
    pointer.current = around;
    zoomBy(factor);
  });

  useLayoutEffect(() => {
    const was = before.current;
    before.current = layout;
    const element = frame.current;
    if (!element || was.width === layout.width) return;
    const { caret: standing } = useGroove.getState();
    const seen = (x: number) => (x >= LABELS && x <= element.clientWidth ? x : null);
    const at =
      pointer.current ??
      (standing && seen(LABELS + was.xOf(standing.at) - element.scrollLeft)) ??
      (LABELS + element.clientWidth) / 2;
    const tick = was.tickOf(at - LABELS + element.scrollLeft);
    element.scrollTo({ left: layout.xOf(tick) - (at - LABELS) });
    pointer.current = null;
  }, [frame, layout]);

  useEffect(() => {
    const element = frame.current;
    if (!element || !caret) return;
    const x = layout.xOf(caret.at);
    const [left, right] = [element.scrollLeft, element.scrollLeft + element.clientWidth - LABELS];
    if (x < left || x > right) element.scrollTo({ left: x - (right - left) / 2 });
    // The scroll of the rows is the reader's until the caret moves.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [frame, caret?.row, caret?.at]);
}
