import { type RefObject, useLayoutEffect, useState } from 'react';

/** The size of an element, from before it is first painted, and kept up as it changes, in px. */
export function useSize(ref: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [size, setSize] = useState({ width: 780, height: 500 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = element;
      // An element without layout has no size yet.
      if (width)
        setSize((size) => (size.width === width && size.height === height ? size : { width, height }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}
