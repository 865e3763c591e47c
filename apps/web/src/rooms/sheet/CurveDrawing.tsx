import { type PointerEvent, useState } from 'react';
import { PANE_WIDTH } from '../../shared/ui/Pane.tsx';
import { color, type Token } from '../../shared/ui/tokens.ts';

/** A place on a pane: shares of its width and its height. */
export interface PanePlace {
  readonly along: number;
  readonly down: number;
}

/** Width that a drag has to cross before it draws, as a share of the pane. */
const LEAST = 0.004;

/** Draws a line freehand over a pane, or with Ctrl straight from where it began; it is given when the pointer lets go. */
export function CurveDrawing({
  height,
  ink,
  onDrawn,
}: {
  height: number;
  ink: Token;
  onDrawn: (path: readonly PanePlace[]) => void;
}) {
  const [path, setPath] = useState<readonly PanePlace[]>([]);
  const [first] = path;
  const follow = (event: PointerEvent) => {
    if (!first) return;
    const isStraight = event.ctrlKey || event.metaKey;
    setPath([...(isStraight ? [first] : path), placeOf(event)]);
  };
  const end = () => {
    setPath([]);
    const places = path.map(({ along }) => along);
    if (Math.max(...places) - Math.min(...places) > LEAST) onDrawn(path);
  };
  return (
    <svg
      data-testid="curve drawing"
      viewBox={`0 0 ${PANE_WIDTH} ${height}`}
      preserveAspectRatio="none"
      width="100%"
      height={height}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        setPath([placeOf(event)]);
      }}
      onPointerMove={follow}
      onPointerUp={end}
      onPointerCancel={() => setPath([])}
      style={{ position: 'absolute', inset: 0, touchAction: 'none', cursor: 'crosshair' }}
    >
      <polyline
        points={path.map(({ along, down }) => `${along * PANE_WIDTH},${down * height}`).join(' ')}
        fill="none"
        stroke={color(ink)}
        strokeWidth={3}
        opacity={0.5}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

function placeOf({ currentTarget, clientX, clientY }: PointerEvent): PanePlace {
  const { left, top, width, height } = currentTarget.getBoundingClientRect();
  const share = (way: number, whole: number) => Math.min(1, Math.max(0, way / whole));
  return { along: share(clientX - left, width), down: share(clientY - top, height) };
}
