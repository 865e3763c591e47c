import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import { useSheet, zoomForm } from '../../session/sheet.ts';
import { useWheelZoom } from '../../shared/ui/useWheelZoom.ts';

/**
 * Zoom of the form band, 1 for all of it where it fits. The place under the pointer stays where it is when a wheel is turned
 * with Ctrl; by keys the chosen section comes to the middle, or what is in the middle stays there.
 */
export function useFormZoom(band: RefObject<HTMLElement | null>): number {
  const zoom = useSheet((session) => session.formZoom);
  const pointer = useRef<number | null>(null);
  const widthBefore = useRef(0);
  useWheelZoom(band, (factor, around) => {
    pointer.current = around;
    zoomForm(factor);
  });
  // Measured as the zoom changes: a width that is read at each choice lays out the whole sheet twice.
  useEffect(
    () =>
      useSheet.subscribe((now, before) => {
        if (now.formZoom !== before.formZoom) widthBefore.current = band.current?.scrollWidth ?? 0;
      }),
    [band],
  );
  useLayoutEffect(() => {
    const element = band.current;
    const before = widthBefore.current;
    if (!element || !before) return;
    widthBefore.current = 0;
    const middle = element.clientWidth / 2;
    const at = pointer.current ?? middle;
    const isByKeys = pointer.current === null;
    pointer.current = null;
    const place = ((element.scrollLeft + at) / before) * element.scrollWidth;
    element.scrollTo({ left: ((isByKeys && middleOfChosen(element)) || place) - at });
  }, [band, zoom]);
  return zoom;
}

/** Middle of the chosen section, in px from the start of the band; null where none is chosen. */
function middleOfChosen(band: HTMLElement): number | null {
  const chosen = band.querySelector('[aria-selected="true"]')?.getBoundingClientRect();
  return chosen ? chosen.left + chosen.width / 2 - band.getBoundingClientRect().left + band.scrollLeft : null;
}
