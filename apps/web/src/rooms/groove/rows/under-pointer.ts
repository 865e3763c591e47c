import type { Id } from '@plucky/core/song';
import { gridTicks, snap } from '@plucky/core/time';
import type { VelocityPoint } from '../actions/drag-actions.ts';
import { type PatternView, type PlacedHit, type Row, silence } from '../pattern-view.ts';
import { baseOf, type Layout, rowAtHeight, topOf, velocityAt } from './layout.ts';

/** Farthest press that means a stem, at the most and at the least, in px. */
const NEAR = 9;
const NEAREST = 3;

/** A point of the drawing, in px. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Rows, stems and places of a pattern by where they are drawn. */
export function under(view: PatternView, layout: Layout) {
  const rowAt = (y: number) => view.shown[rowAtHeight(layout, y)];
  const stemAt = (row: Row, x: number): PlacedHit | null => {
    const off = (one: PlacedHit) => Math.abs(layout.xOf(one.heard) - x);
    // On a fine grid the free place beside a stem must stay free to press.
    const step = layout.xOf(gridTicks(row.grid)) - layout.xOf(0);
    const reach = Math.min(NEAR, Math.max(NEAREST, step / 2));
    const near = view.hitsOf(row).filter((one) => off(one) <= reach);
    // A hit that sounds is meant before a silent one at its place.
    return near.sort((a, b) => off(a) - off(b) || silence(a) - silence(b))[0] ?? null;
  };
  /** A point as near to a stem as a press must be to mean it stands over that stem. */
  const onStem = (point: Point, stem: PlacedHit | null): Point =>
    stem ? { ...point, x: layout.xOf(stem.heard) } : point;
  const inBox = (a: Point, b: Point): Id[] => {
    const [left, right] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
    const [top, bottom] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
    const keys = new Set(
      view.shown
        .filter((_, i) => topOf(layout, i + 1) > top && topOf(layout, i) < bottom)
        .map((row) => row.key),
    );
    return view.hits
      .filter((one) => {
        const x = layout.xOf(one.heard);
        return keys.has(one.row) && x >= left && x <= right;
      })
      .map((one) => one.hit.id);
  };

  /** The tick and the velocity that a height in a row stands for, as stems are drawn. */
  const pointAt = (row: Row, { x, y }: Point): VelocityPoint => {
    const i = view.shown.indexOf(row);
    return { tick: layout.tickOf(x), velocity: velocityAt(layout, i, baseOf(layout, i) - y) };
  };

  /** The grid place of a row that is heard nearest to a tick, within the pattern. */
  const placeNear = (row: Row, tick: number): number => {
    const step = gridTicks(row.grid);
    const middle = snap(tick, row.grid);
    const places = [middle - step, middle, middle + step].filter((at) => at >= 0 && at < view.length);
    const off = (at: number) => Math.abs(view.heardAt(row, at) - tick);
    return places.sort((a, b) => off(a) - off(b))[0] ?? 0;
  };
  return { rowAt, stemAt, onStem, inBox, pointAt, placeNear };
}
