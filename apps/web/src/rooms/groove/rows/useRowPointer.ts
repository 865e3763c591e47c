import { clampVelocity, type Id } from '@plucky/core/song';
import { gridTicks, snap } from '@plucky/core/time';
import { type MouseEvent, type PointerEvent, useRef, useState } from 'react';
import { chooseHits, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { hasCommand } from '../../../shared/keys/for-control.ts';
import type { DragStarts } from '../actions/drag-actions.ts';
import type { RowActions } from '../actions/useRowActions.ts';
import { type PatternView, type PlacedHit, type Row, USUAL_VELOCITY } from '../pattern-view.ts';
import { fullHeight, type Layout, rowAtHeight } from './layout.ts';
import { type Point, under } from './under-pointer.ts';

/** Way to a drag, in px. */
const SLACK = 5;
/** Way up of a drag that doubles a velocity, in px. */
const DOUBLING = 70;
/** Way off its line at which a free drag along begins to change velocities too, in px. */
const LEVEL_BAND = 12;
/** Way of a fine drag for a velocity step of one, in px. */
const FINE = 4;
/** Velocity steps for each px of an upward drag while adding. */
const VELOCITY_PER_PX = 0.8;
/** Two presses within this time are one double press, in ms. */
const DOUBLE = 800;

/** Drawing of a gesture over the rows. */
export type GestureMark =
  | { readonly kind: 'box'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'line'; readonly path: readonly Point[] }
  | { readonly kind: 'velocity'; readonly at: Point; readonly velocity: number };

/** A turn of a drag of velocities: its height in px from where it began, the factor there, and whether it is fine from there. */
interface Turn {
  readonly dy: number;
  readonly factor: number;
  readonly isFine: boolean;
}

interface Held {
  readonly kind: 'stems' | 'free' | 'rows' | 'adding' | 'box' | 'line';
  readonly from: Point;
  readonly row: Row;
  readonly gesture: string;
  readonly starts: DragStarts;
  /** The stem that the pointer is on. */
  readonly lead: Id | null;
  /** Place of the added hit, in ticks. */
  readonly at: number;
  /** Deed of a press without a drag on the stem that it began on. */
  readonly onRelease: (() => void) | null;
  /** The line that is drawn so far. */
  path: readonly Point[];
  /** The turn at which a drag of velocities became fine, or coarse again, and what it had made of them. */
  turn: Turn;
  direction: 'none' | 'across' | 'along';
}

/** The rows that are pressed. */
interface Ground {
  readonly view: PatternView;
  readonly actions: RowActions;
  readonly layout: Layout;
}

/**
 * Press on an empty place to add, and drag up or down for velocity or along for a run; press on a stem to choose it, and
 * drag along to move, or up and down for the velocity of all that is chosen, with Alt for both at once and off the grid,
 * with Ctrl to other rows, and with Shift held on the way velocities by ones; a stem that is not chosen goes alone. A press on one of several that are chosen leaves that one.
 * Shift and drag draws a box that chooses, Shift, Alt and drag a line that velocities follow, those of the row where none is
 * chosen; with Ctrl as well it is straight.
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
  const down = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    const from = local(event);
    const row = rowAt(from.y);
    if (!row) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    // Not every browser gives a drawing the focus by itself, and keys must not go on into a name.
    event.currentTarget.focus({ preventScroll: true });
    held.current = begun({ view, actions, layout }, event, row, from, (id) => {
      added.current = id === null ? null : { id, time: event.timeStamp };
    });
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
    if (now.kind === 'box') {
      setMark({ kind: 'box', from: now.from, to });
      chooseHits(inBox(now.from, to));
    } else if (now.kind === 'line') {
      const reached = onStem(to, stemAt(now.row, to.x));
      now.path = hasCommand(event) ? [now.from, reached] : [...now.path, reached];
      setMark({ kind: 'line', path: now.path });
      const path = now.path.map((point) => pointAt(now.row, point));
      actions.drawVelocities(now.starts, path, now.gesture);
    } else if (now.kind === 'free') {
      const up = Math.sign(-dy) * Math.max(0, Math.abs(dy) - LEVEL_BAND);
      actions.dragFree(now.starts, ticks, 2 ** (up / DOUBLING), now.gesture);
    } else if (now.kind === 'adding') whileAdding(now, to, dy);
    else if (now.kind === 'rows') {
      if ([...now.starts.keys()].some((id) => !useGroove.getState().hits.has(id)))
        chooseHits(now.starts.keys());
      const below = rowAtHeight(layout, Math.min(fullHeight(layout) - 1, Math.max(0, to.y)));
      actions.carry(now.starts, below - view.shown.indexOf(now.row), now.gesture);
    } else if (now.direction === 'across') level(now, to, dy, event.shiftKey);
    else actions.dragBy(now.starts, snap(ticks, now.row.grid), now.gesture);
  };

  /** Velocities up or down: by doublings, or with Shift held by ones. */
  const level = (now: Held, to: Point, dy: number, isFine: boolean) => {
    const start = (now.lead === null ? undefined : now.starts.get(now.lead))?.velocity ?? USUAL_VELOCITY;
    const { turn } = now;
    const coarse = turn.factor * 2 ** (-(dy - turn.dy) / DOUBLING);
    const fine = (Math.round(start * turn.factor) - Math.round((dy - turn.dy) / FINE)) / start;
    const factor = turn.isFine ? fine : coarse;
    if (isFine !== turn.isFine) now.turn = { dy, factor, isFine };
    setMark({ kind: 'velocity', at: to, velocity: clampVelocity(start * factor) });
    actions.dragVelocity(now.starts, factor, now.gesture);
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

/** The gesture that a press begins; an empty place gets a hit, whose id goes to `onAdd`. */
function begun(
  { view, actions, layout }: Ground,
  event: PointerEvent<SVGSVGElement>,
  row: Row,
  from: Point,
  onAdd: (id: Id | null) => void,
): Held {
  const { stemAt, onStem, placeNear } = under(view, layout);
  const base = heldAt(view, row, from);
  const near = stemAt(row, from.x);
  const { hits } = useGroove.getState();
  // A silenced hit is meant only when it is chosen, or with a key held: else hits are drawn over it.
  const isMeant =
    near?.hit.origin !== 'silenced' || hits.has(near.hit.id) || event.altKey || hasCommand(event);
  const stem = isMeant ? near : null;
  const toggle = stem && (() => toggleHit(stem.hit.id));
  if (event.shiftKey && event.altKey) {
    const start = onStem(from, stem);
    const starts = base.starts.size ? base.starts : startsOf(view.hitsOf(row));
    return { ...base, kind: 'line', from: start, path: [start], starts, onRelease: toggle };
  }
  if (event.shiftKey) return { ...base, kind: 'box', onRelease: toggle };
  if (stem) {
    const isChosen = hits.has(stem.hit.id);
    // A press adds it to what is chosen; a drag takes along what is chosen only from there.
    if (hasCommand(event))
      return {
        ...base,
        kind: 'rows',
        starts: isChosen ? base.starts : startsOf([stem]),
        onRelease: toggle,
      };
    if (!isChosen) chooseHits([stem.hit.id]);
    useGroove.setState({ caret: { row: row.key, at: stem.hit.at }, rows: new Set() });
    return {
      ...base,
      kind: event.altKey ? 'free' : 'stems',
      starts: chosenStarts(view),
      lead: stem.hit.id,
      // Several that are chosen can be dragged by any of them; a mere press means the one.
      onRelease: () => chooseHits([stem.hit.id]),
    };
  }
  const at = placeNear(row, layout.tickOf(from.x));
  const id = actions.add(row, at, base.gesture);
  onAdd(id);
  return { ...base, kind: 'adding', at };
}

/** The start of every gesture. */
function heldAt(view: PatternView, row: Row, from: Point) {
  const direction = 'none' as const;
  const starts = chosenStarts(view);
  const turn = { dy: 0, factor: 1, isFine: false };
  return {
    from,
    row,
    gesture: freshId(),
    starts,
    lead: null,
    at: 0,
    onRelease: null,
    path: [],
    turn,
    direction,
  };
}

function toggleHit(id: Id): void {
  const next = new Set(useGroove.getState().hits);
  if (!next.delete(id)) next.add(id);
  chooseHits(next);
}

function startOf({ hit, heard, row }: PlacedHit) {
  return { row, at: hit.at, heard, velocity: hit.velocity };
}

function startsOf(hits: readonly PlacedHit[]): DragStarts {
  return new Map(hits.map((one) => [one.hit.id, startOf(one)]));
}

/** The chosen hits as a gesture begins. */
function chosenStarts(view: PatternView): DragStarts {
  const { hits } = useGroove.getState();
  return startsOf(view.hits.filter(({ hit }) => hits.has(hit.id)));
}
