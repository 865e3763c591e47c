import { useEffect, useMemo } from 'react';
import { thePlayer } from '../../../audio/player.ts';
import { useSong } from '../../../document/context.tsx';
import { usePreviewWhile } from '../../../transport/preview.ts';
import { useReceiverState } from './store.ts';
import { followingTimeline, type Receiver } from './useReceiver.ts';

/** Lets what the receiver plays be heard in place of the song, for as long as it is on; stopping by any button ends it. */
export function useHeardReceiver(receiver: Receiver | null): void {
  const song = useSong();
  const { isOn, isFollowed, from } = useReceiverState();
  const heard = useMemo(() => {
    if (!isOn || !receiver) return null;
    return isFollowed
      ? { tried: { document: song, scope: SONG }, timeline: followingTimeline(song, receiver) }
      : { tried: { document: receiver.rack.document, scope: SONG }, timeline: receiver.timeline };
  }, [isOn, isFollowed, receiver, song]);
  usePreviewWhile(heard?.tried ?? null, {
    title: isFollowed ? 'The song, by the receiver’s clock' : 'The receiver plays the files',
    detail: isFollowed ? 'The files are silent while it does' : 'The song is silent while it does',
    playsAtOnce: true,
    playsOnceFrom: from,
    ...(heard ? { timeline: heard.timeline } : {}),
  });
  // Its sound ends with the room.
  useEffect(() => () => useReceiverState.setState({ isOn: false }), []);
  useEffect(() => {
    if (!isOn) return;
    const player = thePlayer();
    return player.subscribe(() => {
      if (!player.isPlaying) useReceiverState.setState({ isOn: false });
    });
  }, [isOn]);
}

const SONG = { kind: 'song' } as const;

/** Plays from a tick on from now on; what plays begins there anew. */
export function placeFrom(from: number): void {
  const { isOn } = useReceiverState.getState();
  stopPlaying();
  useReceiverState.setState({ from });
  if (isOn) start();
}

/** Has it play from its place on; whatever plays stops. */
export function start(): void {
  stopPlaying();
  // In a turn of its own, so that what has been heard is let go before.
  setTimeout(() => useReceiverState.setState({ isOn: true }));
}

export function stopPlaying(): void {
  thePlayer().stop();
  useReceiverState.setState({ isOn: false });
}
