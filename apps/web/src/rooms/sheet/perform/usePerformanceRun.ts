import type { Tried } from '@plucky/core/play';
import type { SongDocument } from '@plucky/core/song';
import { useCallback, useEffect, useRef } from 'react';
import { useIsPlaying } from '../../../audio/useIsPlaying.ts';
import { usePlayhead } from '../../../transport/usePlayhead.ts';
import { performanceEnds, soundedUpTo } from './perform-session.ts';

/** Draws a performance as it sounds; it ends when the sound stops or the room is left. */
export function usePerformanceRun(document: SongDocument, heard: Tried | null): void {
  const isPlaying = useIsPlaying();
  const hasSounded = useRef(false);
  useEffect(() => {
    if (isPlaying && heard) hasSounded.current = true;
    else if (!isPlaying && hasSounded.current) {
      hasSounded.current = false;
      performanceEnds();
    }
  }, [isPlaying, heard]);
  // Who leaves the room takes nothing along.
  useEffect(() => performanceEnds, []);
  usePlayhead(
    useCallback(
      (place: number | null) => {
        if (place !== null) soundedUpTo(document, place);
      },
      [document],
    ),
  );
}
