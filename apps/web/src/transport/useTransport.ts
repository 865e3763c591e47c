import { compile, indexOf, type Id, type Timeline } from '@plucky/core';
import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { useLocation } from 'react-router';
import { thePlayer } from '../audio/player.ts';
import { useSong } from '../document/context.tsx';
import { isHeard, useSession, useSessionFields } from '../session/store.ts';
import { usePreview } from './preview.ts';
import { whatPlays, type RoomPath, type WhatPlays } from './what.ts';

export interface TransportState {
  readonly room: RoomPath;
  readonly what: WhatPlays | null;
  readonly timeline: Timeline | null;
  readonly isPlaying: boolean;
  readonly toggle: () => void;
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
  const session = useSessionFields('pattern', 'occurrence', 'slot', 'reach');
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
  const timeline = useMemo(() => {
    const scope = JSON.parse(scopeKey) as WhatPlays['scope'] | null;
    return document && scope ? compile(document, scope) : null;
  }, [document, scopeKey]);

  useEffect(() => {
    if (!document || !timeline) return;
    const { parts, voicesOf } = indexOf(document);
    const notes = new Map<Id, Set<number>>();
    for (const { voice, note } of timeline.events)
      notes.set(voice, (notes.get(voice) ?? new Set()).add(note));
    player.setVoices(
      parts.flatMap((part) => voicesOf(part.id)),
      notes,
    );
  }, [player, document, timeline]);
  useEffect(() => player.setHeard((voice) => isHeard(voice, { mutes, solos })), [player, mutes, solos]);
  useEffect(() => player.setClick(click), [player, click]);
  const loops = what?.loops ?? false;
  useEffect(() => {
    if (!player.isPlaying) return;
    if (timeline) player.goOnWith({ timeline, loops });
    else player.stop();
  }, [player, timeline, loops]);
  useEffect(() => () => player.stop(), [player]);

  const toggle = () => {
    if (player.isPlaying) player.stop();
    else if (what && timeline?.length) void player.play({ timeline, loops: what.loops }, what.start);
  };
  return { room, what, timeline, isPlaying, toggle };
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
