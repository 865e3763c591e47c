import { gridTicks, snap, type Id } from '@plucky/core';
import { useRef, type PointerEvent } from 'react';
import { freshId } from '../../document/ids.ts';
import { chooseHits, useSession } from '../../session/store.ts';
import type { RowActions } from './useRowActions.ts';
import type { PatternView, PlacedHit, Row } from './view.ts';

/** How near to a stem, and how far before a press becomes a drag, in px. */
const NEAR = 9;
const SLACK = 5;
/** Velocity steps for each px of an upward drag. */
const VELOCITY_PER_PX = 0.8;
/** Two presses within this time are one double press, in ms. */
const DOUBLE = 400;

/** How the rows are laid out, in px. */
export interface Layout {
  readonly rowHeight: number;
  readonly xOf: (tick: number) => number;
  readonly tickOf: (x: number) => number;
}

interface Drag {
  readonly x: number;
  readonly y: number;
  readonly row: Row;
  readonly gesture: string;
  readonly from: ReadonlyMap<Id, { at: number; velocity: number }>;
  direction: 'none' | 'across' | 'along';
}

/** Press on an empty place to add, on a stem to choose; drag along to move by the grid, up or down for velocity. */
export function useRowPointer(view: PatternView, actions: RowActions, layout: Layout) {
  const drag = useRef<Drag | null>(null);
  const added = useRef<{ id: Id; time: number } | null>(null);

  const local = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const stemAt = (row: Row, x: number): PlacedHit | null => {
    const near = view.hits
      .filter((one) => one.row === row.key && Math.abs(layout.xOf(one.heard) - x) <= NEAR)
      .sort((a, b) => Math.abs(layout.xOf(a.heard) - x) - Math.abs(layout.xOf(b.heard) - x));
    return near[0] ?? null;
  };

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const { x, y } = local(event);
    const row = view.rows[Math.floor(y / layout.rowHeight)];
    if (!row) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const gesture = freshId();
    const stem = stemAt(row, x);
    if (stem) {
      chooseAt(stem, event.shiftKey || event.ctrlKey || event.metaKey);
      useSession.setState({ caret: { row: row.key, at: stem.hit.at } });
    } else {
      const at = placeNear(view, row, layout.tickOf(x));
      const id = actions.add(row, at, gesture);
      added.current = id === null ? null : { id, time: event.timeStamp };
    }
    drag.current = { x, y, row, gesture, from: startOf(view, stem), direction: 'none' };
  };

  const move = (event: PointerEvent<SVGSVGElement>) => {
    const held = drag.current;
    if (!held) return;
    const { x, y } = local(event);
    const [dx, dy] = [x - held.x, y - held.y];
    if (held.direction === 'none' && Math.max(Math.abs(dx), Math.abs(dy)) > SLACK)
      held.direction = Math.abs(dx) > Math.abs(dy) && held.from.size ? 'along' : 'across';
    if (held.direction === 'none') return;
    const step = gridTicks(held.row.grid);
    const ticks =
      held.direction === 'along' ? Math.round((layout.tickOf(x) - layout.tickOf(held.x)) / step) * step : 0;
    const velocity = held.direction === 'across' ? Math.round(-dy * VELOCITY_PER_PX) : 0;
    const from = held.from.size ? held.from : startOfAdded(view, added.current?.id);
    if (from.size) actions.drag(from, ticks, velocity, held.gesture);
    if (!held.from.size && from.size) drag.current = { ...held, from };
  };

  const up = () => {
    drag.current = null;
  };

  const doublePress = (event: React.MouseEvent<SVGSVGElement>) => {
    if (added.current && event.timeStamp - added.current.time < DOUBLE * 2) return;
    const box = event.currentTarget.getBoundingClientRect();
    const row = view.rows[Math.floor((event.clientY - box.top) / layout.rowHeight)];
    const stem = row && stemAt(row, event.clientX - box.left);
    if (stem) actions.remove([stem.hit.id]);
  };

  return {
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: up,
    onPointerCancel: up,
    onDoubleClick: doublePress,
  };
}

function chooseAt({ hit }: PlacedHit, more: boolean): void {
  const { hits } = useSession.getState();
  if (!more) {
    if (!hits.has(hit.id)) chooseHits([hit.id]);
    return;
  }
  const next = new Set(hits);
  if (!next.delete(hit.id)) next.add(hit.id);
  chooseHits(next);
}

/** The places and velocities of the chosen hits as a drag begins on one of them. */
function startOf(view: PatternView, stem: PlacedHit | null) {
  const { hits } = useSession.getState();
  const chosen = stem ? view.hits.filter(({ hit }) => hits.has(hit.id)) : [];
  return new Map(chosen.map(({ hit }) => [hit.id, { at: hit.at, velocity: hit.velocity }]));
}

function startOfAdded(view: PatternView, id: Id | undefined) {
  const one = view.hits.find(({ hit }) => hit.id === id);
  return new Map(one ? [[one.hit.id, { at: one.hit.at, velocity: one.hit.velocity }]] : []);
}

/** The grid place of a row that is heard nearest to a tick, within the pattern. */
function placeNear(view: PatternView, row: Row, tick: number): number {
  const step = gridTicks(row.grid);
  const middle = snap(tick, row.grid);
  const places = [middle - step, middle, middle + step].filter((at) => at >= 0 && at < view.length);
  return (
    places.sort((a, b) => Math.abs(view.heardAt(row, a) - tick) - Math.abs(view.heardAt(row, b) - tick))[0] ??
    0
  );
}
