import { ticksToMs } from '@plucky/core/time';
import { useEffect, useRef } from 'react';
import { thePlayer } from '../../audio/player.ts';
import { ClockFollower, type Followed } from '../../audio/ports/follower.ts';
import type { InPort } from '../../audio/ports/ports.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import type { TransportState } from '../useTransport.ts';

/** It goes on anew only where place (ms) or tempo (a share) differ by more, so that sound is not cut for nothing. */
const SAME_PLACE = 4;
const SAME_TEMPO = 0.0005;

/** Plays, stops and keeps place and tempo as the clock of a port says. */
export function Following({
  port,
  transport: { now, playFrom },
}: {
  port: InPort;
  transport: Pick<TransportState, 'now' | 'playFrom'>;
}) {
  const isAsked = useRef(false);
  /** The tempo by which it runs; null for its own. */
  const runsBy = useRef<number | null>(null);
  const follow = useLatest((said: Followed) => {
    const player = thePlayer();
    if (!said.runs) player.stop();
    else {
      const { tempo, time } = said;
      const tick = said.tick - (now()?.origin ?? 0);
      const heard = player.heardAt(time);
      const off = heard === null ? Infinity : ticksToMs(Math.abs(heard - tick), tempo);
      const isSame = Math.abs((runsBy.current ?? 0) / tempo - 1) < SAME_TEMPO && off < SAME_PLACE;
      if (player.isPlaying && !isSame) {
        player.runBy(tempo, tick, time);
        runsBy.current = tempo;
      }
      // Until it has begun it is not asked again.
      if (!player.isPlaying && !isAsked.current) {
        runsBy.current = null;
        playFrom(tick);
      }
    }
    isAsked.current = said.runs;
  });
  useEffect(() => {
    const follower = new ClockFollower();
    return port.listen((bytes, time) => {
      const said = follower.take(bytes, time);
      if (said) follow(said);
    });
  }, [port, follow]);
  return null;
}
