import { Box, Typography } from '@mui/material';
import { barLines } from '@plucky/core/play';
import { memo, type PointerEvent, useCallback, useMemo, useRef } from 'react';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { useSize } from '../../../shared/ui/useSize.ts';
import { usePlayhead } from '../../../transport/usePlayhead.ts';
import { useReceiverState } from './store.ts';
import { TRACK, TrackClips } from './TrackClips.tsx';
import type { Receiver } from './useReceiver.ts';

/** Widths and heights, in px. */
const LABELS = 124;
const RULER = 20;
const GAP = 6;
/** The narrowest a bar is drawn; longer songs scroll. */
const NARROWEST_BAR = 6;
/** Least distance of bar numbers. */
const NUMBERS = 44;

/** The files on their tracks, to scale; a press plays from that bar, and files can be dropped where they are to lie. */
export function ReceiverTracks({
  receiver,
  from,
  onPlace,
  onFiles,
}: {
  receiver: Receiver;
  /** Start of its playing, in ticks. */
  from: number;
  onPlace: (tick: number) => void;
  onFiles: (files: readonly File[], at: number) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const { laid, brought } = receiver;
  const size = useSize(frame);
  const bars = useMemo(() => barLines(laid), [laid]);
  const width = Math.max(size.width - LABELS, bars.length * NARROWEST_BAR);
  const scale = width / Math.max(1, laid.length);
  const height = RULER + laid.tracks.length * (TRACK + GAP);
  const barUnder = (clientX: number, of: Element) => {
    const tick = (clientX - of.getBoundingClientRect().left) / scale;
    return bars.findLast((line) => line <= tick) ?? 0;
  };
  return (
    <Box
      ref={frame}
      sx={{
        overflowX: 'auto',
        border: `1px solid ${color('strong')}`,
        borderRadius: '14px',
        background: color('page'),
      }}
    >
      <Box sx={{ display: 'flex', width: width + LABELS }}>
        <Box
          sx={{
            width: LABELS,
            flexShrink: 0,
            position: 'sticky',
            left: 0,
            zIndex: 1,
            background: color('page'),
            pt: `${RULER}px`,
          }}
        >
          {laid.tracks.map(({ id, name, channel }) => (
            <Box key={id} sx={{ height: TRACK + GAP, px: 1.5, pt: 1 }}>
              <Typography noWrap title={name} sx={{ fontSize: TEXT.plain, fontWeight: 600, lineHeight: 1.2 }}>
                {name}
              </Typography>
              <Typography noWrap sx={{ fontSize: TEXT.tiny, color: color('faint') }}>
                channel {channel + 1}
              </Typography>
            </Box>
          ))}
        </Box>
        <Box
          sx={{ position: 'relative', width, height, cursor: 'pointer' }}
          onPointerDown={(event: PointerEvent<HTMLElement>) =>
            onPlace(barUnder(event.clientX, event.currentTarget))
          }
          onDrop={(event) => {
            if (!event.dataTransfer.files.length) return;
            event.preventDefault();
            event.stopPropagation();
            const at = barUnder(event.clientX, event.currentTarget) - laid.lead;
            onFiles([...event.dataTransfer.files], Math.max(0, at));
          }}
        >
          <svg
            width={width}
            height={height}
            role="img"
            aria-label={`${laid.places.length} files on ${laid.tracks.length} tracks, ${bars.length} bars`}
          >
            <Bars lines={bars} scale={scale} height={height} />
            {laid.tracks.map((track, i) => (
              <TrackClips
                key={track.id}
                track={track}
                top={RULER + i * (TRACK + GAP)}
                scale={scale}
                brought={brought}
                rack={receiver.rack}
              />
            ))}
            <path
              d={`M${from * scale} 0V${height}`}
              stroke={color('plum')}
              strokeDasharray="3 3"
              opacity={0.6}
            />
          </svg>
          <Playhead scale={scale} height={height} />
        </Box>
      </Box>
    </Box>
  );
}

/** The lines of bars with as many numbers as there is room for. */
const Bars = memo(function Bars({
  lines,
  scale,
  height,
}: {
  lines: readonly number[];
  scale: number;
  height: number;
}) {
  const bar = (lines[1] ?? 0) * scale || 1;
  const every = [1, 2, 4, 8, 16, 32, 64].find((one) => one * bar >= NUMBERS) ?? 128;
  return lines.map((tick, i) =>
    i % every ? null : (
      <g key={tick}>
        <path d={`M${tick * scale} ${RULER - 6}V${height}`} stroke={color('line')} />
        <text x={tick * scale + 4} y={RULER - 7} fill={color('soft')} fontSize={TEXT.tiny} className="mono">
          {i + 1}
        </text>
      </g>
    ),
  );
});

/** Play head of the receiver, drawn straight to the page as it moves. */
function Playhead({ scale, height }: { scale: number; height: number }) {
  const line = useRef<HTMLDivElement>(null);
  const isOn = useReceiverState((state) => state.isOn);
  const show = useCallback(
    (place: number | null) => {
      if (!line.current) return;
      line.current.style.visibility = place === null || !isOn ? 'hidden' : 'visible';
      line.current.style.transform = `translateX(${(place ?? 0) * scale}px)`;
    },
    [scale, isOn],
  );
  usePlayhead(show);
  return (
    <div
      ref={line}
      style={{
        position: 'absolute',
        top: 0,
        left: 0,
        width: 2,
        height,
        background: color('plum'),
        visibility: 'hidden',
      }}
    />
  );
}
