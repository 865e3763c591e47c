import { useEffect, useRef } from 'react';

/** Tells whether Ctrl, or its like, is held while something is carried. */
export function useCopying(isCarried: boolean): () => boolean {
  const held = useRef(false);
  useEffect(() => {
    if (!isCarried) return;
    const look = (event: KeyboardEvent | PointerEvent) => {
      held.current = event.ctrlKey || event.metaKey;
    };
    const events = ['keydown', 'keyup', 'pointermove'] as const;
    for (const name of events) window.addEventListener(name, look, true);
    return () => {
      held.current = false;
      for (const name of events) window.removeEventListener(name, look, true);
    };
  }, [isCarried]);
  return () => held.current;
}
