import { barAt } from '@plucky/core/play';
import { beatTicks } from '@plucky/core/time';
import { useCallback, useRef } from 'react';
import { usePlayhead } from './usePlayhead.ts';
import type { BarLines } from './useTransport.ts';

/** A place in words, written straight to the page as it moves; `textOf` is given what is heard, in ticks, or null. */
export function PlaceText({ label, textOf }: { label: string; textOf: (place: number | null) => string }) {
  const at = useRef<HTMLSpanElement>(null);
  const show = useCallback(
    (place: number | null) => {
      if (at.current) at.current.textContent = textOf(place);
    },
    [textOf],
  );
  usePlayhead(show);
  return (
    <span
      ref={at}
      className="mono"
      role="timer"
      aria-label={label}
      style={{ minWidth: 116, textAlign: 'right' }}
    />
  );
}

/** A tick as bar and beat. */
export function placeText({ meters }: Pick<BarLines, 'meters'>, tick: number): string {
  // A tick that comes from seconds can lie a hair before the beat that it stands for.
  const at = Math.round(tick);
  const { bar, start, meter } = barAt({ meters }, at);
  return `bar ${bar}, beat ${Math.floor((at - start) / beatTicks(meter)) + 1}`;
}
