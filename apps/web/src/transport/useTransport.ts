import { type Timeline, timeMapOf } from '@plucky/core/play';
import { useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { type Playing, thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useDocumentStore, useSong } from '../document/context.tsx';
import type { DocumentStore } from '../document/store.ts';
import { type RoomPath, useOpenRoom } from '../session/rooms.ts';
import { isHeard, setReach, useSession, useSessionFields } from '../session/store.ts';
import { notify } from '../shared/ui/notify.ts';
import { ask, type Asked, heardFrom, useAsked } from './asked.ts';
import { placeOfBeat } from './place-of-beat.ts';
import { usePreview } from './preview.ts';
import { timelineOf } from './timeline-of.ts';
import { CHOICES, type WhatPlays, whatPlays } from './what-plays.ts';

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

/** Target of play, in the room that is open. */
export function useWhatPlays(): WhatPlays | null {
  // The sound follows an edit, or a choice, as soon as it has been painted.
  const document = useDeferredValue(useSong());
  const open = useOpenRoom();
  const session = useDeferredValue(useSessionFields(...CHOICES));
  const asked = useAsked((state) => state.asked);
  const preview = usePreview((state) => state.preview);
  return useMemo(() => {
    const { room, choices } = heardFrom(asked, { room: open, choices: session });
    return whatPlays(document, room, choices, preview);
  }, [document, asked, open, session, preview]);
}

/** Keeps the player on what was asked for: edits, other patterns and mutes are heard while it plays. */
export function useTransport(): TransportState {
  const player = thePlayer();
  const room = useOpenRoom();
  const what = useWhatPlays();
  const isPlaying = useIsPlaying();
  const asked = useAsked((state) => state.asked);
  useSounds(what, isPlaying);
  useGoingOn(what, isPlaying, room);
  useAskedHere(room, isPlaying);
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

function playingOf({ document, loops, origin }: WhatPlays, timeline: Timeline): Playing {
  return { timeline, loops, document, origin };
}

/** Target of play in the present song. */
function playsNow(store: DocumentStore, { room, choices }: Asked): WhatPlays | null {
  return whatPlays(store.getState().document, room, choices, usePreview.getState().preview);
}

/** Rest after which the next sounds are worked out ahead of the press, in ms. */
const LEISURE = 400;

/** Keeps the sounds, levels and mutes of what plays at hand; while nothing does, what it takes is got ready at leisure. */
function useSounds(what: WhatPlays | null, isPlaying: boolean): void {
  const player = thePlayer();
  const mutes = useSession((session) => session.mutes);
  const solos = useSession((session) => session.solos);
  const click = useSession((session) => session.click);
  const document = what?.document;
  useEffect(() => {
    if (document) player.instrument.setSong(document);
  }, [player, document]);
  useEffect(() => {
    if (!what) return;
    const prepare = () => player.instrument.prepare(timelineOf(what).events);
    const timer = setTimeout(prepare, isPlaying ? 0 : LEISURE);
    return () => clearTimeout(timer);
  }, [player, what, isPlaying]);
  useEffect(
    () => player.instrument.setHeard((voice) => isHeard(voice, { mutes, solos })),
    [player, mutes, solos],
  );
  useEffect(() => player.setClick(click), [player, click]);
}

/** The sound goes on from its place in the bar as another choice, and in the song from its place there. */
function useGoingOn(what: WhatPlays | null, isPlaying: boolean, room: RoomPath): void {
  const player = thePlayer();
  const store = useDocumentStore();
  /** Latest sound, and its latest place in the song. */
  const last = useRef<{ readonly origin: number | null; readonly place: number | null }>({
    origin: null,
    place: null,
  });
  useEffect(() => {
    if (!player.isPlaying) {
      last.current = { origin: what?.origin ?? null, place: null };
      return;
    }
    // The document here may be an edit behind the one that play began with.
    const heard = heardFrom(useAsked.getState().asked, { room, choices: useSession.getState() });
    const now = playsNow(store, heard);
    if (!now) {
      player.stop();
      return;
    }
    const { origin, place } = last.current;
    const heardPlace = player.place();
    const inSong = origin !== null && heardPlace !== null ? origin + heardPlace : place;
    last.current = { origin: now.origin, place: inSong };
    const timeline = timelineOf(now);
    const from = now.origin !== null && inSong !== null ? inSong - now.origin : null;
    const isInside = from !== null && from >= 0 && from < timeline.length;
    player.goOnWith(playingOf(now, timeline), isInside ? from : null);
  }, [player, store, room, what, isPlaying]);
  useEffect(() => () => player.stop(), [player]);

  const playsAtOnce = usePreview(({ preview }) => preview?.playsAtOnce ?? false);
  const latest = useRef(what);
  useEffect(() => {
    latest.current = what;
  });
  useEffect(() => {
    const now = playsAtOnce && !player.isPlaying ? latest.current : null;
    const timeline = now && timelineOf(now);
    if (!now || !timeline?.length) return;
    void player.play(playingOf(now, timeline), Math.min(now.start, timeline.length - 1));
    return () => player.stop();
  }, [player, playsAtOnce]);
}

/** Choices in the room that asked for the sound are followed; a sound that ends is asked for no more. */
function useAskedHere(room: RoomPath, isPlaying: boolean): void {
  const choices = useSessionFields(...CHOICES);
  useEffect(() => {
    const { asked } = useAsked.getState();
    if (!isPlaying) ask(null);
    else if (!asked || asked.room === room) ask({ room, choices });
  }, [room, choices, isPlaying]);
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
