import { occurrencePlaces } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { useCallback, useMemo, useRef } from 'react';
import { thePlayer } from '../audio/player.ts';
import { usePlayhead } from './usePlayhead.ts';

/** Which section of the song sounds, and which one is cued, written straight to the page as it goes. */
export function Sounding({ document, origin }: { document: SongDocument; origin: number }) {
  const at = useRef<HTMLSpanElement>(null);
  const places = useMemo(() => occurrencePlaces(document), [document]);
  const show = useCallback(
    (place: number | null) => {
      const nameAt = (tick: number) =>
        places.find(({ start, length }) => tick >= start && tick < start + length)?.section.name ?? 'the end';
      const cued = thePlayer().cuedTo;
      const text =
        place === null
          ? ''
          : `${nameAt(place + origin)}${cued === null ? '' : `, then ${nameAt(cued + origin)}`}`;
      if (at.current && at.current.textContent !== text) at.current.textContent = text;
    },
    [places, origin],
  );
  usePlayhead(show);
  return <span ref={at} aria-label="What sounds" role="status" />;
}
