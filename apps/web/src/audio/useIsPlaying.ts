import { useSyncExternalStore } from 'react';
import { thePlayer } from './player.ts';

/** Whether anything plays. */
export function useIsPlaying(): boolean {
  const player = thePlayer();
  return useSyncExternalStore(
    (listener) => player.subscribe(listener),
    () => player.isPlaying,
  );
}
