import { compile, sliceTimeline, type Timeline } from '@plucky/core';
import { useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useDocumentStore, useSong } from '../document/context.tsx';
import { type RoomPath, useOpenRoom } from '../session/rooms.ts';
import { isHeard, useSession, useSessionFields } from '../session/store.ts';
import { usePreview } from './preview.ts';
import { type WhatPlays, whatPlays } from './what-plays.ts';

export interface TransportState {
  readonly room: RoomPath;
  readonly what: WhatPlays | null;
  /** All of what the scope holds, and the stretch of it that plays. */
  readonly whole: Timeline | null;
  readonly timeline: Timeline | null;
  readonly isPlaying: boolean;
  readonly toggle: () => void;
  /** Plays from a place of the scope, in ticks. */
  readonly playFrom: (tick: number) => void;
  /** Plays from the start after a bar of clicks. */
  readonly countIn: () => void;
}

/** What plays in the room that is open. */
export function useWhatPlays(): WhatPlays | null {
  // What is heard follows an edit, or what is chosen, as soon as it has been painted.
  const document = useDeferredValue(useSong());
  const room = useOpenRoom();
  const session = useDeferredValue(
    useSessionFields('pattern', 'occurrence', 'slot', 'reach', 'loop', 'together'),
  );
  const preview = usePreview((state) => state.preview);
  return useMemo(() => whatPlays(document, room, session, preview), [document, room, session, preview]);
}

/** Keeps the player on what the room says: edits, other patterns and mutes are heard while it plays. */
export function useTransport(): TransportState {
  const player = thePlayer();
  const room = useOpenRoom();
  const what = useWhatPlays();
  const mutes = useSession((session) => session.mutes);
  const solos = useSession((session) => session.solos);
  const click = useSession((session) => session.click);
  const isPlaying = useIsPlaying();
  const scopeKey = JSON.stringify(what?.scope ?? null);
  const document = what?.document;
  const whole = useMemo(() => {
    const scope = JSON.parse(scopeKey) as WhatPlays['scope'] | null;
    return document && scope ? compile(document, scope) : null;
  }, [document, scopeKey]);
  const cut = what?.cut ?? null;
  const timeline = useMemo(() => whole && cutOut(whole, { cut }), [whole, cut]);

  useEffect(() => {
    if (document && whole) player.setSong(document, whole.events);
  }, [player, document, whole]);
  useEffect(() => player.setHeard((voice) => isHeard(voice, { mutes, solos })), [player, mutes, solos]);
  useEffect(() => player.setClick(click), [player, click]);
  const loops = what?.loops ?? false;
  useEffect(() => {
    if (!player.isPlaying) return;
    if (timeline) player.goOnWith({ timeline, loops });
    else player.stop();
  }, [player, timeline, loops]);
  useEffect(() => () => player.stop(), [player]);

  const playsAtOnce = usePreview(({ preview }) => preview?.playsAtOnce ?? false);
  const latest = useRef(timeline);
  useEffect(() => {
    latest.current = timeline;
  });
  useEffect(() => {
    const now = latest.current;
    if (!playsAtOnce || player.isPlaying || !now?.length) return;
    void player.play({ timeline: now, loops: true }, 0);
    return () => player.stop();
  }, [player, playsAtOnce]);

  const store = useDocumentStore();
  return useMemo(() => {
    /** Plays the song as it is at this moment, which may be an edit ahead of what is drawn. */
    const play = (startOf: (now: WhatPlays, timeline: Timeline) => number, countsIn = false) => {
      const now = whatPlays(
        store.getState().document,
        room,
        useSession.getState(),
        usePreview.getState().preview,
      );
      const fresh = now && cutOut(compile(now.document, now.scope), now);
      if (!now || !fresh?.length) return;
      const clicks = countsIn ? (fresh.meters[0]?.meter.beats ?? 0) : 0;
      void player.play({ timeline: fresh, loops: now.loops }, startOf(now, fresh), clicks);
    };
    return {
      room,
      what,
      whole,
      timeline,
      isPlaying,
      toggle: () => (player.isPlaying ? player.stop() : play((now) => now.start)),
      playFrom: (tick) =>
        play((now, { length }) => Math.max(0, Math.min(length - 1, tick - (now.cut?.from ?? 0)))),
      countIn: () => play((now) => now.start, true),
    };
  }, [player, store, room, what, whole, timeline, isPlaying]);
}

/** The stretch of a timeline that goes round by itself, or all of it. */
function cutOut(whole: Timeline, { cut }: Pick<WhatPlays, 'cut'>): Timeline {
  return cut ? sliceTimeline(whole, cut.from, cut.to) : whole;
}

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
