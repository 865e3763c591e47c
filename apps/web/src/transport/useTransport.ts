import { type Timeline, timeMapOf } from '@plucky/core/play';
import { useMemo } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useDocumentStore } from '../document/context.tsx';
import { type RoomPath, useOpenRoom } from '../session/rooms.ts';
import { setReach, useSession } from '../session/store.ts';
import { notify } from '../shared/ui/notify.ts';
import { ask, useAsked } from './asked.ts';
import { placeOfBeat } from './place-of-beat.ts';
import { playingOf, playsNow } from './plays-now.ts';
import { timelineOf } from './timeline-of.ts';
import { useWhatPlays } from './useWhatPlays.ts';
import type { WhatPlays } from './what-plays.ts';

export interface TransportState {
  readonly room: RoomPath;
  /** True for a sound that was asked for in another room. */
  readonly isElsewhere: boolean;
  readonly what: WhatPlays | null;
  /** The same of the song as it is at this moment, which may be an edit ahead of what is drawn. */
  readonly now: () => WhatPlays | null;
  /** Length and bars of the whole scope. */
  readonly bars: BarLines | null;
  readonly isPlaying: boolean;
  readonly toggle: () => void;
  /** Plays from a place of the scope, in ticks. */
  readonly playFrom: (tick: number) => void;
  /** Plays the song from the beat of the sheet that was pressed last. */
  readonly playFromBeat: () => void;
  /** Plays from the start after a bar of clicks. */
  readonly countIn: () => void;
}

/** Length of what plays, and its bars. */
export type BarLines = Pick<Timeline, 'length' | 'meters'>;

/** State of the transport, and its deeds. */
export function useTransport(): TransportState {
  const player = thePlayer();
  const room = useOpenRoom();
  const what = useWhatPlays();
  const isPlaying = useIsPlaying();
  const asked = useAsked((state) => state.asked);
  const bars = useMemo(() => what && (what.timeline ?? timeMapOf(what.document, what.scope)), [what]);

  const store = useDocumentStore();
  return useMemo(() => {
    /** Plays the song as it is at this moment, which may be an edit ahead of what is drawn. */
    const play = (startOf: (now: WhatPlays, timeline: Timeline) => number, countsIn = false) => {
      const choices = useSession.getState();
      const now = playsNow(store, { room, choices });
      const fresh = now && timelineOf(now);
      if (!now || !fresh?.length) return;
      ask({ room, choices });
      const clicks = countsIn ? (fresh.meters[0]?.meter.beats ?? 0) : 0;
      player
        .play(playingOf(now, fresh), startOf(now, fresh), clicks)
        .catch(() =>
          notify('The sounds could not be loaded. Press play to try again.', { variant: 'error' }),
        );
    };
    return {
      room,
      isElsewhere: asked !== null && asked.room !== room,
      what,
      now: () => playsNow(store, asked ?? { room, choices: useSession.getState() }),
      bars,
      isPlaying,
      toggle: () => (player.isPlaying ? player.stop() : play((now) => now.start)),
      playFrom: (tick) =>
        play((now, { length }) => Math.max(0, Math.min(length - 1, tick - (now.cut?.from ?? 0)))),
      playFromBeat() {
        setReach('sheet', 'song');
        const { slot, beat } = useSession.getState();
        play((now) => placeOfBeat(now.document, slot, beat) ?? now.start);
      },
      countIn: () => play((now) => now.start, true),
    };
  }, [player, store, room, asked, what, bars, isPlaying]);
}
