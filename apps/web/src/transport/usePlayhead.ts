import { useEffect } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';

/** Calls `show` with the place that is heard, in ticks of what plays, for every picture; null when nothing plays. */
export function usePlayhead(show: (place: number | null) => void): void {
  const player = thePlayer();
  const isPlaying = useIsPlaying();
  useEffect(() => {
    if (!isPlaying) {
      show(null);
      return;
    }
    let frame = 0;
    const paint = () => {
      show(player.place());
      frame = requestAnimationFrame(paint);
    };
    paint();
    return () => cancelAnimationFrame(frame);
  }, [player, isPlaying, show]);
}
