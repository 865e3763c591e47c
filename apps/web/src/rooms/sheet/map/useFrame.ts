import { type PointerEvent, type RefObject, useEffect, useMemo, useRef } from 'react';
import type { FormViewProps, SheetView } from '../form-view.ts';
import { heightOfLine } from '../line-height.ts';
import { barsInView, type BarStretch, type LineScale, lineScale, topOfBar } from './scale.ts';

/** Room above the first line of a sheet, which stays while it is scrolled, in px. */
function headOf(page: HTMLElement): number {
  const first = page.firstElementChild;
  return first instanceof HTMLElement ? first.offsetHeight : 0;
}

/** The bars that are in view on the page of a sheet. */
function inView(scale: LineScale, page: HTMLElement): BarStretch {
  return barsInView(scale, page.scrollTop, page.clientHeight - headOf(page));
}

/** Keeps the frame over what is in view of the sheet, and scrolls the sheet by drags and presses on the map. */
export function useFrame({
  frame,
  scroller,
  lines,
  places,
}: SheetView & Pick<FormViewProps, 'places'> & { readonly frame: RefObject<HTMLElement | null> }) {
  const scale = useMemo(() => lineScale(lines, places, (at) => heightOfLine(lines, at)), [lines, places]);
  useEffect(() => {
    const page = scroller.current;
    if (!page) return;
    const draw = () => {
      const { from, to } = inView(scale, page);
      const style = frame.current?.style;
      style?.setProperty('left', `${(from / scale.bars) * 100}%`);
      style?.setProperty('width', `${((to - from) / scale.bars) * 100}%`);
    };
    draw();
    page.addEventListener('scroll', draw, { passive: true });
    const sized = new ResizeObserver(draw);
    sized.observe(page);
    return () => {
      page.removeEventListener('scroll', draw);
      sized.disconnect();
    };
  }, [frame, scroller, scale]);

  /** Distance of the pointer from the left of the frame while it is dragged, in bars. */
  const held = useRef<number | null>(null);
  const barAt = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return ((event.clientX - box.left) / box.width) * scale.bars;
  };
  const scrollTo = (bar: number) => {
    scroller.current?.scrollTo({ top: topOfBar(scale, Math.max(0, bar)) });
  };
  return {
    onPointerDown(event: PointerEvent<HTMLElement>) {
      const page = scroller.current;
      // A drag here draws no box over the slots.
      event.stopPropagation();
      if (event.button !== 0 || !page) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const { from, to } = inView(scale, page);
      const bar = barAt(event);
      held.current = bar >= from && bar <= to ? bar - from : (to - from) / 2;
      scrollTo(bar - held.current);
    },
    onPointerMove(event: PointerEvent<HTMLElement>) {
      if (held.current !== null) scrollTo(barAt(event) - held.current);
    },
    onPointerUp() {
      held.current = null;
    },
    onPointerCancel() {
      held.current = null;
    },
  };
}
