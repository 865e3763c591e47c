import { Box, Typography } from '@mui/material';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import { color, TEXT, type Token } from './tokens.ts';
import { useGesture } from './useGesture.ts';

export const PANE_WIDTH = 1000;
/** Space above what a pane draws for its name, and below it so that its points stay whole. */
export const PANE_PADDING = { above: 24, below: 9 };
const { above: ABOVE, below: BELOW } = PANE_PADDING;

/** Distance from the top of a share (0..1) of a pane's values, in a pane of `height` px, and back. */
export function paneY(share: number, height: number): number {
  return height - BELOW - share * (height - ABOVE - BELOW);
}

export function paneShare(y: number, height: number): number {
  return (height - BELOW - y) / (height - ABOVE - BELOW);
}

/** A strip with its name and what it says. */
export function Pane({ name, says, children }: { name: string; says: string; children: ReactNode }) {
  return (
    <Box
      role="group"
      aria-label={name}
      sx={{
        position: 'relative',
        border: `1px solid ${color('line')}`,
        borderRadius: '10px',
        background: color('page'),
      }}
    >
      <Box
        sx={{
          position: 'absolute',
          left: 10,
          top: 3,
          display: 'flex',
          gap: 1.25,
          pointerEvents: 'none',
          zIndex: 1,
        }}
      >
        <Typography component="span" sx={{ fontSize: TEXT.note, fontWeight: 600 }}>
          {name}
        </Typography>
        <Typography component="span" sx={{ fontSize: TEXT.small, color: color('soft') }}>
          {says}
        </Typography>
      </Box>
      {children}
    </Box>
  );
}

/** A drawing over the whole of a strip, with what takes hold of its points and tells where they are dragged to. */
export function usePaneDrag<Hold>(
  height: number,
  /** Tells what is held, and the shares of the width and of the values that it is dragged to. */
  onDrag: (held: Hold, along: number, up: number, gesture: string) => void,
) {
  const gesture = useGesture();
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<Hold | null>(null);
  const release = () => {
    held.current = null;
    gesture.done();
  };
  const drawing = (children: ReactNode) => (
    <svg
      ref={svg}
      viewBox={`0 0 ${PANE_WIDTH} ${height}`}
      preserveAspectRatio="none"
      width="100%"
      height={height}
      onPointerMove={(event) => {
        const box = svg.current?.getBoundingClientRect();
        if (held.current === null || !box) return;
        const y = ((event.clientY - box.top) / box.height) * height;
        onDrag(held.current, (event.clientX - box.left) / box.width, paneShare(y, height), gesture.name());
      }}
      onPointerUp={release}
      onPointerCancel={release}
      style={{ display: 'block', touchAction: 'none', overflow: 'visible' }}
    >
      {children}
    </svg>
  );
  const hold = (what: Hold) => (pointer: number) => {
    held.current = what;
    svg.current?.setPointerCapture(pointer);
  };
  return { drawing, hold };
}

/** The stretch before the landing in which nothing sounds. */
export function Silence({ from }: { from: number }) {
  return from < PANE_WIDTH ? (
    <rect x={from} y={0} width={PANE_WIDTH - from} height="100%" fill={color('sunk')} />
  ) : null;
}

export interface CurvePointProps {
  readonly name: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly words: string;
  readonly ink: Token;
  /** Moved up and down, or any way, or the one that bends. */
  readonly look: 'upright' | 'free' | 'bend';
  /** Its place: a share of the width, and px from the top. */
  readonly left: number;
  readonly top: number;
  /** Distance beside its place in px, where another one may stand there too. */
  readonly aside?: number;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  /** Tells the pointer that takes hold of it. */
  readonly onHold: (pointer: number) => void;
}

/** A point of a curve to take hold of. */
export function CurvePoint({ name, value, least, most, words, ink, look, ...at }: CurvePointProps) {
  const bends = look === 'bend';
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={name}
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={value}
      aria-valuetext={words}
      title={`${name}: ${words}`}
      onKeyDown={at.onKeyDown}
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.focus();
        at.onHold(event.pointerId);
      }}
      sx={{
        position: 'absolute',
        left: `calc(${at.left * 100}% + ${at.aside ?? 0}px)`,
        top: at.top,
        width: bends ? 9 : 13,
        height: bends ? 9 : 13,
        transform: `translate(-50%, -50%)${bends ? ' rotate(45deg)' : ''}`,
        borderRadius: bends ? '2px' : '50%',
        border: `2px solid ${color(ink)}`,
        background: bends ? color(ink) : color('page'),
        cursor: look === 'free' ? 'move' : 'ns-resize',
        touchAction: 'none',
        zIndex: 2,
      }}
    />
  );
}
