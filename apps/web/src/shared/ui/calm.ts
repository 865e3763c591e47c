import { type PointerEvent, useDeferredValue, useState } from 'react';
import { flushSync } from 'react-dom';

/** Handlers for a panel with a calm value, so that nothing out of date is pressed in it. */
export interface NearPress {
  onPointerMoveCapture: (event: PointerEvent) => void;
  onPointerDownCapture: () => void;
  onKeyDownCapture: () => void;
}

/**
 * A value that follows a moment later, so that what was pressed is painted before what is said of it.
 * As soon as the pointer or a key comes to the panel that shows it, it is brought up to date.
 */
export function useCalm<T>(value: T): [calm: T, near: NearPress] {
  const deferred = useDeferredValue(value);
  const [settled, setSettled] = useState({ value });
  const calm = Object.is(settled.value, value) ? value : deferred;
  const settle = () => {
    if (!Object.is(calm, value)) flushSync(() => setSettled({ value }));
  };
  return [
    calm,
    {
      // While something is dragged in the panel, what changes the value is the panel itself.
      onPointerMoveCapture: (event) => {
        if (event.buttons === 0) settle();
      },
      onPointerDownCapture: settle,
      onKeyDownCapture: settle,
    },
  ];
}
