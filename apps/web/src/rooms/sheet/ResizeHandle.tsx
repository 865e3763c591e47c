import type { Id } from '@plucky/core/song';
import { barTicks, beatTicks, type Meter } from '@plucky/core/time';
import { useRef } from 'react';
import { freshId } from '../../shared/fresh-id.ts';
import { useResizeSlots } from './useResizeSlots.ts';

/** The right edge of a slot: drag it to make the slot longer or shorter by bars, with Shift by beats. */
export function ResizeHandle({
  section,
  slot,
  length,
  meter,
  full,
  onBegin,
}: {
  section: Id;
  slot: Id;
  /** Of the slot, in ticks. */
  length: number;
  meter: Meter;
  /** Ticks of a full line. */
  full: number;
  onBegin: () => void;
}) {
  const resize = useResizeSlots();
  const drag = useRef<{ x: number; length: number; scale: number; gesture: string } | null>(null);
  return (
    <div
      className="edge"
      title="Drag to resize by bars, with Shift by beats"
      onPointerDown={(event) => {
        const line = event.currentTarget.parentElement?.parentElement;
        if (!line) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, length, scale: full / line.clientWidth, gesture: freshId() };
        onBegin();
      }}
      onPointerMove={(event) => {
        const held = drag.current;
        if (!held) return;
        const step = event.shiftKey ? beatTicks(meter) : barTicks(meter);
        const moved = Math.round(((event.clientX - held.x) * held.scale) / step) * step;
        resize([{ section, slot }], Math.max(beatTicks(meter), held.length + moved), held.gesture);
      }}
      onPointerUp={() => (drag.current = null)}
    />
  );
}
