import { compile, sliceTimeline, type Timeline } from '@plucky/core';
import { useEffect, useMemo, useRef, useSyncExternalStore } from 'react';
import { useLocation } from 'react-router';
import { thePlayer } from '../audio/player.ts';
import { useSong } from '../document/context.tsx';
import { isHeard, useSession, useSessionFields } from '../session/store.ts';
import { usePreview } from './preview.ts';
import { whatPlays, type RoomPath, type WhatPlays } from './what.ts';

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

export function useRoom(): RoomPath {
  const { pathname } = useLocation();
  const last = pathname.split('/').at(-1);
  return last === 'sheet' || last === 'hand-off' ? last : 'groove';
}

export function useIsPlaying(): boolean {
  const player = thePlayer();
  return useSyncExternalStore(
    (listener) => player.subscribe(listener),
    () => player.isPlaying,
  );
}

/** What plays in the room that is open. */
export function useWhatPlays(): WhatPlays | null {
  const document = useSong();
  const room = useRoom();
  const session = useSessionFields('pattern', 'occurrence', 'slot', 'reach', 'loop');
  const preview = usePreview((state) => state.preview);
  return useMemo(() => whatPlays(document, room, session, preview), [document, room, session, preview]);
}

/** Keeps the player on what the room says: edits, other patterns and mutes are heard while it plays. */
export function useTransport(): TransportState {
  const player = thePlayer();
  const room = useRoom();
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
  const [from, to] = [what?.cut?.from, what?.cut?.to];
  const timeline = useMemo(
    () => (whole && from !== undefined && to !== undefined ? sliceTimeline(whole, from, to) : whole),
    [whole, from, to],
  );

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

  const play = (start: number, clicks = 0) => {
    if (what && timeline?.length) void player.play({ timeline, loops: what.loops }, start, clicks);
  };
  const toggle = () => (player.isPlaying ? player.stop() : play(what?.start ?? 0));
  const playFrom = (tick: number) =>
    play(Math.max(0, Math.min((timeline?.length ?? 1) - 1, tick - (what?.cut?.from ?? 0))));
  const countIn = () => play(what?.start ?? 0, timeline?.meters[0]?.meter.beats ?? 0);
  return { room, what, whole, timeline, isPlaying, toggle, playFrom, countIn };
}

/** Calls `show` with the place that is heard, in ticks of what plays, for every picture; null when nothing plays. */
export function usePlayhead(show: (place: number | null) => void): void {
  const player = thePlayer();
  const isPlaying = useIsPlaying();
  useEffect(() => {
    if (!isPlaying) return show(null);
    let frame = 0;
    const paint = () => {
      show(player.place());
      frame = requestAnimationFrame(paint);
    };
    paint();
    return () => cancelAnimationFrame(frame);
  }, [player, isPlaying, show]);
}
