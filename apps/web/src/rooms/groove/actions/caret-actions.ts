import { addHits } from '@plucky/core/pattern';
import type { Id } from '@plucky/core/song';
import { beatTicks, gridTicks, snap, snapDown } from '@plucky/core/time';
import { thePlayer } from '../../../audio/player.ts';
import { chooseHits, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { freePlaces, hitNear, newHit, type Row, USUAL_VELOCITY } from '../pattern-view.ts';
import type { RowContext } from './row-context.ts';

/** Moves of the caret, and hits added at it. */
export interface CaretActions {
  /** Adds a hit, chooses it and lets it be heard; returns its id, or null when it was refused. */
  add(row: Row, at: number, gesture?: string, velocity?: number): Id | null;
  /** Puts the caret on a place, held within the pattern, and chooses the hit there. */
  putCaret(row: Row, at: number): void;
  moveCaret(rows: number, steps: number): void;
  /** To the beat before or after, as far from it as the caret stands now. */
  caretByBeat(beats: number): void;
  /** To the next row above or below that plays something. */
  caretToPlayingRow(by: -1 | 1): void;
  /** To the first or the last place of the row's grid. */
  caretToEdge(edge: 'start' | 'end'): void;
  addAtCaret(velocity?: number): void;
  /** Adds hits from the caret to the end, one on each free step of the row's grid. */
  runFromCaret(): void;
  /** Chooses one more row above or below the caret's. */
  alsoRow(by: number): void;
}

export function caretActions({ view, edit, id, caret }: RowContext): CaretActions {
  const audition = (row: Row, velocity: number) => {
    const player = thePlayer();
    if (!player.isPlaying) void player.instrument.audition(row.voice, velocity, row.voice.note + row.pitch);
  };
  const neighbour = (row: Row, by: number) => {
    const target = view.shown.indexOf(row) + by;
    const beyond = target < 0 || target >= view.shown.length;
    // Past the rows that are shown lie those that are folded away.
    const rows = beyond ? view.rows : view.shown;
    return rows[Math.min(rows.length - 1, Math.max(0, rows.indexOf(row) + by))] ?? row;
  };
  const actions: CaretActions = {
    add(row, at, gesture, velocity = USUAL_VELOCITY) {
      const hit = { ...newHit(row, at), velocity };
      const fresh = freshId();
      const kept = edit((document) => addHits(document, id, [{ id: fresh, ...hit }]), gesture ?? null);
      if (!kept) return null;
      useGroove.setState({ caret: { row: row.key, at }, rows: new Set(), hits: new Set([fresh]) });
      audition(row, hit.velocity);
      return fresh;
    },
    putCaret(row, at) {
      const held = Math.min(view.length - 1, Math.max(0, at));
      const under = hitNear(view, row, held);
      useGroove.setState({ caret: { row: row.key, at: held }, rows: new Set() });
      chooseHits(under ? [under.hit.id] : []);
    },
    moveCaret(rows, steps) {
      const from = caret();
      if (!from) return;
      const row = neighbour(from.row, rows);
      const step = gridTicks(row.grid);
      const at = steps ? snap(from.at, row.grid) + steps * step : from.at;
      if (at >= 0 && at < view.length) actions.putCaret(row, at);
    },
    caretByBeat(beats) {
      const from = caret();
      const at = (from?.at ?? 0) + beats * beatTicks(view.meter);
      if (from && at >= 0 && at < view.length) actions.putCaret(from.row, at);
    },
    caretToPlayingRow(by) {
      const from = caret();
      if (!from) return;
      const playing = new Set(view.hits.map((one) => one.row));
      const start = view.shown.indexOf(from.row);
      const beyond = by < 0 ? view.shown.slice(0, start).reverse() : view.shown.slice(start + 1);
      const row = beyond.find((one) => playing.has(one.key));
      if (row) actions.putCaret(row, from.at);
    },
    caretToEdge(edge) {
      const from = caret();
      if (from) actions.putCaret(from.row, edge === 'start' ? 0 : snapDown(view.length - 1, from.row.grid));
    },
    addAtCaret(velocity) {
      const at = caret();
      if (!at) return;
      const under = hitNear(view, at.row, at.at);
      if (under) actions.putCaret(at.row, under.hit.at);
      else actions.add(at.row, snap(at.at, at.row.grid), undefined, velocity);
    },
    runFromCaret() {
      const at = caret();
      if (!at) return;
      const step = gridTicks(at.row.grid);
      const first = snap(at.at, at.row.grid);
      const places = Array.from(
        { length: Math.ceil((view.length - first) / step) },
        (_, i) => first + i * step,
      );
      const hits = freePlaces(view, at.row, places).map((place) => ({
        id: freshId(),
        ...newHit(at.row, place),
      }));
      if (edit((document) => addHits(document, id, hits))) chooseHits(hits.map((hit) => hit.id));
    },
    alsoRow(by) {
      const from = caret();
      if (!from) return;
      const row = neighbour(from.row, by);
      useGroove.setState(({ rows }) => ({
        caret: { row: row.key, at: from.at },
        rows: new Set([...rows, from.row.key, row.key]),
        hits: new Set(),
      }));
    },
  };
  return actions;
}
