import { type RefObject, useEffect } from 'react';
import { useLatest } from './useLatest.ts';

/** Turn of a wheel that doubles the zoom, in px. */
const WHEEL_DOUBLING = 240;

/** Zooms by a wheel that is turned with Ctrl: by which factor, and around which place, in px from the left of the frame. */
export function useWheelZoom(
  frame: RefObject<HTMLElement | null>,
  onZoom: (factor: number, around: number) => void,
): void {
  const zoom = useLatest(onZoom);
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const turn = (event: WheelEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      // Only a listener of its own may keep the browser from zooming the page.
      event.preventDefault();
      zoom(2 ** (-event.deltaY / WHEEL_DOUBLING), event.clientX - element.getBoundingClientRect().left);
    };
    element.addEventListener('wheel', turn, { passive: false });
    return () => element.removeEventListener('wheel', turn);
  }, [frame, zoom]);
}
