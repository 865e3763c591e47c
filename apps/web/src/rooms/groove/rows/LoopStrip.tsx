import { beatTicks } from '@plucky/core/time';
import { type PointerEvent, useRef } from 'react';
import { useSession } from '../../../session/store.ts';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { type Layout, RULER } from './layout.ts';

/** The ruler's own layer: dragging over it loops those beats, a press lets the whole pattern go round again. */
export function LoopStrip({ view, layout, height }: { view: PatternView; layout: Layout; height: number }) {
  const loop = useSession((session) => session.loop);
  const start = useRef<number | null>(null);
  const beat = beatTicks(view.meter);
  const tickAt = (event: PointerEvent<SVGSVGElement>) =>
    layout.tickOf(event.clientX - event.currentTarget.getBoundingClientRect().left);
  const beatAt = (tick: number) => Math.floor(Math.min(view.length - 1, Math.max(0, tick)) / beat) * beat;

  const down = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    start.current = beatAt(tickAt(event));
    useSession.setState({ loop: null });
  };
  const move = (event: PointerEvent<SVGSVGElement>) => {
    if (start.current === null) return;
    const here = beatAt(tickAt(event));
    if (here === start.current && !loop) return;
    const [from, last] = [Math.min(start.current, here), Math.max(start.current, here)];
    useSession.setState({ loop: { from, to: Math.min(view.length, last + beat) } });
  };
  const shown = loop && loop.from < view.length ? loop : null;
  const [left, right] = shown
    ? [layout.xOf(shown.from), layout.xOf(Math.min(view.length, shown.to))]
    : [0, 0];
  return (
    <>
      {shown && (
        <svg
          width={layout.width}
          height={height}
          aria-hidden="true"
          style={{ position: 'absolute', top: 0, left: 0, pointerEvents: 'none' }}
        >
          <rect x={0} y={RULER} width={left} height={height - RULER} fill={color('sunk')} opacity={0.6} />
          <rect
            x={right}
            y={RULER}
            width={layout.width - right}
            height={height - RULER}
            fill={color('sunk')}
            opacity={0.6}
          />
          <path d={`M${left} 4H${right}`} stroke={color('plum')} strokeWidth={4} />
        </svg>
      )}
      <svg
        role="img"
        aria-label={shown ? 'A stretch is looped; press to loop all' : 'Drag to loop a stretch'}
        width={layout.width}
        height={RULER - 6}
        style={{ position: 'absolute', top: 0, left: 0, cursor: 'col-resize', touchAction: 'none' }}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={() => (start.current = null)}
        onPointerCancel={() => (start.current = null)}
      />
    </>
  );
}
