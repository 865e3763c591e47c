import { useEffect, useRef } from 'react';
import { thePlayer } from '../audio/player.ts';
import { useIsPlaying } from '../audio/useIsPlaying.ts';
import { useDocumentStore } from '../document/context.tsx';
import { useOpenRoom } from '../session/rooms.ts';
import { isHeard, useSession, useSessionFields } from '../session/store.ts';
import { ask, heardFrom, useAsked } from './asked.ts';
import { playingOf, playsNow } from './plays-now.ts';
import { usePreview } from './preview.ts';
import { timelineOf } from './timeline-of.ts';
import { useWhatPlays } from './useWhatPlays.ts';
import { CHOICES } from './what-plays.ts';

/** Keeps the player on what was asked for: edits, other patterns and mutes are heard while it plays. */
export function PlayerFollows() {
  return (
    <>
      <SoundsAtHand />
      <GoingOn />
      <StopAtLeaving />
      <PlayingAtOnce />
      <AskedHere />
    </>
  );
}

/** Rest after which the next sounds are worked out ahead of the press, in ms. */
const LEISURE = 400;

/** Keeps the sounds, levels and mutes of what plays at hand; while nothing does, what it takes is got ready at leisure. */
function SoundsAtHand() {
  const player = thePlayer();
  const what = useWhatPlays();
  const isPlaying = useIsPlaying();
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
  return null;
}

/** The sound goes on from its place in the bar as another choice, and in the song from its place there. */
function GoingOn() {
  const player = thePlayer();
  const store = useDocumentStore();
  const what = useWhatPlays();
  const isPlaying = useIsPlaying();
  const room = useOpenRoom();
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
  return null;
}

/** Nothing sounds of a song that is left. */
function StopAtLeaving() {
  const player = thePlayer();
  useEffect(() => () => player.stop(), [player]);
  return null;
}

/** Plays a preview that asks for it, until it asks no more. */
function PlayingAtOnce() {
  const player = thePlayer();
  const what = useWhatPlays();
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
  return null;
}

/** Choices in the room that asked for the sound are followed; a sound that ends is asked for no more. */
function AskedHere() {
  const room = useOpenRoom();
  const isPlaying = useIsPlaying();
  const choices = useSessionFields(...CHOICES);
  useEffect(() => {
    const { asked } = useAsked.getState();
    if (!isPlaying) ask(null);
    else if (!asked || asked.room === room) ask({ room, choices });
  }, [room, choices, isPlaying]);
  return null;
}
