import type { SongDocument } from '@plucky/core/song';
import { useSyncExternalStore } from 'react';
import { thePlayer } from './player.ts';

/** True while a song plays, or anything where none is named. */
export function useIsPlaying(song?: SongDocument): boolean {
  const player = thePlayer();
  return useSyncExternalStore(
    (listener) => player.subscribe(listener),
    () => (song ? player.plays(song) : player.isPlaying),
  );
}

/** True while something plays without an audio device. */
export function useIsSilent(): boolean {
  const player = thePlayer();
  return useSyncExternalStore(
    (listener) => player.subscribe(listener),
    () => player.isPlaying && player.isSilent,
  );
}
