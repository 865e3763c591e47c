import { PPQ, ticksToMs } from '@plucky/core/time';
import { useEffect, useRef } from 'react';
import { thePlayer } from '../../audio/player.ts';
import { ClockFollower, type Followed } from '../../audio/ports/follower.ts';
import type { InPort } from '../../audio/ports/ports.ts';
import { useLatest } from '../../shared/ui/useLatest.ts';
import type { TransportState } from '../useTransport.ts';

/** It goes on anew only where place (ms) or tempo (a share) differ by more, so that sound is not cut for nothing. */
const SAME_PLACE = 4;
const SAME_TEMPO = 0.0005;
/** Ticks of the other clock after which a start that came to nothing is tried again. */
const AGAIN = 4 * PPQ;

/** Plays, stops and keeps place and tempo as the clock of a port says. */
export function Following({
  port,
  transport: { now, playFrom },
}: {
  port: InPort;
  transport: Pick<TransportState, 'now' | 'playFrom'>;
}) {
  /** Place of the other clock at the latest start that was tried; null before the first. */
  const triedAt = useRef<number | null>(null);
  /** True once it has played by this clock: what is stopped here then stays so. */
  const hasPlayed = useRef(false);
  /** The tempo by which it runs; null for its own. */
  const runsBy = useRef<number | null>(null);
  const follow = useLatest((said: Followed) => {
    const player = thePlayer();
    if (!said.runs) {
      player.stop();
      triedAt.current = null;
      hasPlayed.current = false;
      return;
    }
    const { tempo, time } = said;
    const tick = said.tick - (now()?.origin ?? 0);
    if (player.isPlaying) {
      hasPlayed.current = true;
      const heard = player.heardAt(time);
      const off = heard === null ? Infinity : ticksToMs(Math.abs(heard - tick), tempo);
      const isSame = Math.abs((runsBy.current ?? 0) / tempo - 1) < SAME_TEMPO && off < SAME_PLACE;
      if (isSame) return;
      player.runBy(tempo, tick, time);
      runsBy.current = tempo;
    } else if (!hasPlayed.current && !player.isBeginning) {
      if (triedAt.current !== null && said.tick - triedAt.current < AGAIN) return;
      triedAt.current = said.tick;
      runsBy.current = null;
      playFrom(tick);
    }
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
