import { Box, Button, Typography } from '@mui/material';
import { barAt, barLines } from '@plucky/core/play';
import { type ComponentProps, useCallback } from 'react';
import { useIsPlaying } from '../../../audio/useIsPlaying.ts';
import { Choice } from '../../../shared/ui/Choices.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { LoneNumber } from '../../../shared/ui/TypedNumber.tsx';
import { PlaceText, placeText } from '../../../transport/PlaceText.tsx';
import { useReceiverState } from './store.ts';
import { placeFrom, start, stopPlaying } from './useHeardReceiver.ts';
import type { Receiver } from './useReceiver.ts';

/** Its own start, stop, place and tempo, whether the song follows them, and what sounds. */
export function ReceiverControls({ receiver: { timeline, tempo } }: { receiver: Receiver }) {
  const { isOn, isFollowed, from } = useReceiverState();
  const isPlaying = useIsPlaying();
  const { bar } = barAt(timeline, from);
  const last = barAt(timeline, Math.max(0, timeline.length - 1)).bar;
  const textOf = useCallback(
    (place: number | null) => placeText(timeline, isOn ? (place ?? from) : from),
    [timeline, isOn, from],
  );
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', mb: 1 }}>
      <Button onClick={isOn ? stopPlaying : start}>
        {isOn ? 'Stop it' : isFollowed ? 'Play the song by it' : 'Play the files'}
      </Button>
      <PlaceText label="Its place" textOf={textOf} />
      <Typed
        label="From bar"
        value={bar}
        min={1}
        max={last}
        text={`from bar ${bar}`}
        onChange={(to) => placeFrom(barLines(timeline)[to - 1] ?? 0)}
      />
      <Typed
        label="Its tempo"
        value={tempo}
        min={20}
        max={400}
        step={0.01}
        text={`${Number(tempo.toFixed(2))} bpm`}
        onChange={(to) => useReceiverState.setState({ tempo: to })}
      />
      <Choice
        chosen={isFollowed}
        title="The song sounds at its place and tempo, and the files are silent; never both"
        onClick={() => useReceiverState.setState({ isFollowed: !isFollowed })}
      >
        The song follows it
      </Choice>
      <Typography
        role="status"
        aria-label="Heard now"
        sx={{ fontSize: TEXT.plain, fontWeight: 600, color: color(isOn && isPlaying ? 'plum' : 'soft') }}
      >
        {whatSounds(isOn && isPlaying, isFollowed, isPlaying)}
      </Typography>
    </Box>
  );
}

function whatSounds(isOn: boolean, isFollowed: boolean, isPlaying: boolean): string {
  if (isOn)
    return isFollowed ? 'The song sounds, the files are silent' : 'The files sound, the song is silent';
  return isPlaying ? 'The song sounds by itself' : 'Nothing sounds';
}

/** A number in a frame, so that it is seen that it can be typed. */
function Typed(props: ComponentProps<typeof LoneNumber>) {
  return (
    <Box
      sx={{
        border: `1px solid ${color('strong')}`,
        borderRadius: '10px',
        background: color('page'),
        px: 1.25,
        minHeight: 32,
        display: 'flex',
        alignItems: 'center',
      }}
    >
      <LoneNumber {...props} />
    </Box>
  );
}
