import { type KeyboardEvent, useEffect, useRef } from 'react';
import type { Gesture } from './useGesture.ts';

/** Pause after which a key press begins another gesture, in ms. */
const PAUSE = 700;
/** Steps of a page key. */
const PAGE = 10;

/**
 * Steps a slider by its keys from where the last press left it, also when the page has not yet shown that; presses that
 * follow one another are one gesture. To be caught before the slider's own keys, which step from what is shown.
 */
export function useKeySteps({
  value,
  min,
  max,
  step,
  gesture,
  onChange,
}: {
  value: number;
  min: number;
  max: number;
  step: number;
  gesture: Gesture;
  onChange: (value: number, gesture: string) => void;
}) {
  const reached = useRef<number | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const end = () => {
    clearTimeout(timer.current);
    if (reached.current === null) return;
    reached.current = null;
    gesture.done();
  };
  useEffect(() => () => clearTimeout(timer.current), []);

  const onKeyDownCapture = (event: KeyboardEvent<HTMLElement>) => {
    const from = reached.current ?? value;
    const target = targetOf(event.key, from, { min, max, step });
    if (target === null || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    const next = Math.min(max, Math.max(min, target));
    reached.current = next;
    clearTimeout(timer.current);
    timer.current = setTimeout(end, PAUSE);
    if (next !== from) onChange(next, gesture.name());
  };
  return { onKeyDownCapture, onBlur: end };
}

function targetOf(
  key: string,
  from: number,
  { min, max, step }: { min: number; max: number; step: number },
): number | null {
  switch (key) {
    case 'ArrowRight':
    case 'ArrowUp':
      return from + step;
    case 'ArrowLeft':
    case 'ArrowDown':
      return from - step;
    case 'PageUp':
      return from + PAGE * step;
    case 'PageDown':
      return from - PAGE * step;
    case 'Home':
      return min;
    case 'End':
      return max;
    default:
      return null;
  }
}
