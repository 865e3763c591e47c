import type { Id } from '@plucky/core/song';
import { gridTicks, snap } from '@plucky/core/time';
import { type MouseEvent, type PointerEvent, useRef, useState } from 'react';
import { chooseHits, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { hasCommand } from '../../../shared/keys/for-control.ts';
import type { DragStarts } from '../actions/drag-actions.ts';
import type { RowActions } from '../actions/useRowActions.ts';
import { type PatternView, type PlacedHit, type Row, USUAL_VELOCITY } from '../pattern-view.ts';
import type { Layout } from './layout.ts';
import { type Point, under } from './under-pointer.ts';

/** Way to a drag, in px. */
const SLACK = 5;
/** Way up of a drag that doubles a velocity, in px. */
const DOUBLING = 70;
/** Way off its line at which a free drag along begins to change velocities too, in px. */
const LEVEL_BAND = 12;
/** Velocity steps for each px of an upward drag while adding. */
const VELOCITY_PER_PX = 0.8;
/** Two presses within this time are one double press, in ms. */
const DOUBLE = 800;

/** Drawing of a gesture over the rows. */
export interface GestureMark {
  readonly kind: 'box' | 'line';
  readonly from: Point;
  readonly to: Point;
}

interface Held {
  readonly kind: 'stems' | 'free' | 'rows' | 'adding' | 'box' | 'line';
  readonly from: Point;
  readonly row: Row;
  readonly gesture: string;
  readonly starts: DragStarts;
  /** Place of the added hit, in ticks. */
  readonly at: number;
  /** Deed of a press without a drag on the stem that it began on. */
  readonly onRelease: (() => void) | null;
  direction: 'none' | 'across' | 'along';
}

/**
 * Press on an empty place to add, and drag up or down for velocity or along for a run; press on a stem to choose it, and
 * drag along to move, or up and down for the velocity of all that is chosen, with Alt for both at once and off the grid,
 * with Ctrl to other rows. A press on one of several that are chosen leaves that one. Shift and drag draws a box that chooses, Shift, Alt and drag a line that the chosen velocities follow.
 */
export function useRowPointer(view: PatternView, actions: RowActions, layout: Layout) {
  const held = useRef<Held | null>(null);
  const added = useRef<{ id: Id; time: number } | null>(null);
  const [mark, setMark] = useState<GestureMark | null>(null);

  const local = (event: MouseEvent<SVGSVGElement>): Point => {
    const box = event.currentTarget.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const { rowAt, stemAt, onStem, inBox, pointAt, placeNear } = under(view, layout);
  const begin = (event: PointerEvent<SVGSVGElement>, row: Row, from: Point): Held => {
    const base = heldAt(view, row, from);
    const stem = stemAt(row, from.x);
    const { hits } = useGroove.getState();
    const toggle = stem && (() => toggleHit(stem.hit.id));
    if (event.shiftKey && event.altKey)
      return { ...base, kind: 'line', from: onStem(from, stem), onRelease: toggle };
    if (event.shiftKey) return { ...base, kind: 'box', onRelease: toggle };
    if (stem) {
      const isChosen = hits.has(stem.hit.id);
      if (hasCommand(event)) {
        if (!isChosen) chooseHits([...hits, stem.hit.id]);
        return { ...base, kind: 'rows', starts: startsOf(view), onRelease: isChosen ? toggle : null };
      }
      if (!isChosen) chooseHits([stem.hit.id]);
      useGroove.setState({ caret: { row: row.key, at: stem.hit.at }, rows: new Set() });
      return {
        ...base,
        kind: event.altKey ? 'free' : 'stems',
        starts: startsOf(view),
        // Several that are chosen can be dragged by any of them; a mere press means the one.
        onRelease: () => chooseHits([stem.hit.id]),
      };
    }
    const at = placeNear(row, layout.tickOf(from.x));
    const id = actions.add(row, at, base.gesture);
    added.current = id === null ? null : { id, time: event.timeStamp };
    return { ...base, kind: 'adding', at };
  };

  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const from = local(event);
    const row = rowAt(from.y);
    if (!row) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    // Not every browser gives a drawing the focus by itself, and keys must not go on into a name.
    event.currentTarget.focus({ preventScroll: true });
    held.current = begin(event, row, from);
  };

  const move = (event: PointerEvent<SVGSVGElement>) => {
    const now = held.current;
    if (!now) return;
    const to = local(event);
    const [dx, dy] = [to.x - now.from.x, to.y - now.from.y];
    if (now.direction === 'none' && Math.max(Math.abs(dx), Math.abs(dy)) > SLACK)
      now.direction = Math.abs(dx) > Math.abs(dy) ? 'along' : 'across';
    if (now.direction === 'none') return;
    const ticks = layout.tickOf(to.x) - layout.tickOf(now.from.x);
    if (now.kind === 'box' || now.kind === 'line') setMark({ kind: now.kind, from: now.from, to });
    if (now.kind === 'box') chooseHits(inBox(now.from, to));
    else if (now.kind === 'line') {
      const reached = onStem(to, stemAt(now.row, to.x));
      actions.ramp(now.starts, pointAt(now.row, now.from), pointAt(now.row, reached), now.gesture);
    } else if (now.kind === 'free') {
      const up = Math.sign(-dy) * Math.max(0, Math.abs(dy) - LEVEL_BAND);
      actions.dragFree(now.starts, ticks, 2 ** (up / DOUBLING), now.gesture);
    } else if (now.kind === 'adding') whileAdding(now, to, dy);
    else if (now.kind === 'rows') actions.carry(now.starts, Math.round(dy / layout.rowHeight), now.gesture);
    else if (now.direction === 'across') actions.dragVelocity(now.starts, 2 ** (-dy / DOUBLING), now.gesture);
    else actions.dragBy(now.starts, snap(ticks, now.row.grid), now.gesture);
  };

  const whileAdding = (now: Held, to: Point, dy: number) => {
    if (now.direction === 'along') {
      const step = gridTicks(now.row.grid);
      const end = placeNear(now.row, layout.tickOf(to.x));
      const [first, last] = [Math.min(now.at, end), Math.max(now.at, end)];
      const places = Array.from(
        { length: Math.floor((last - first) / step) + 1 },
        (_, i) => first + i * step,
      );
      actions.addRun(now.row, places, USUAL_VELOCITY, now.gesture);
      return;
    }
    const one = view.hits.find(({ hit }) => hit.id === added.current?.id);
    const starts = one ? new Map([[one.hit.id, startOf(one)]]) : new Map();
    const wanted = USUAL_VELOCITY - dy * VELOCITY_PER_PX;
    actions.dragVelocity(starts, wanted / (one?.hit.velocity ?? wanted), now.gesture);
  };

  const up = () => {
    const now = held.current;
    if (now?.direction === 'none') now.onRelease?.();
    held.current = null;
    setMark(null);
  };

  const doublePress = (event: MouseEvent<SVGSVGElement>) => {
    if (added.current && event.timeStamp - added.current.time < DOUBLE) return;
    const at = local(event);
    const row = rowAt(at.y);
    const stem = row && stemAt(row, at.x);
    if (stem) actions.remove([stem.hit.id]);
  };

  const handlers = {
    onPointerDown: down,
    onPointerMove: move,
    onPointerUp: up,
    onPointerCancel: up,
    onDoubleClick: doublePress,
  };
  return { handlers, mark };
}

/** The start of every gesture. */
function heldAt(view: PatternView, row: Row, from: Point) {
  const direction = 'none' as const;
  return { from, row, gesture: freshId(), starts: startsOf(view), at: 0, onRelease: null, direction };
}

function toggleHit(id: Id): void {
  const next = new Set(useGroove.getState().hits);
  if (!next.delete(id)) next.add(id);
  chooseHits(next);
}

function startOf({ hit, heard, row }: PlacedHit) {
  return { row, at: hit.at, heard, velocity: hit.velocity };
}

/** The chosen hits as a gesture begins. */
function startsOf(view: PatternView): DragStarts {
  const { hits } = useGroove.getState();
  const chosen = view.hits.filter(({ hit }) => hits.has(hit.id));
  return new Map(chosen.map((one) => [one.hit.id, startOf(one)]));
}
