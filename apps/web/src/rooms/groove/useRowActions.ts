import {
  addHits,
  changeHits,
  clampVelocity,
  followAgain,
  gridTicks,
  removeHits,
  snap,
  snapDown,
  toggleAccent,
  toggleSilenced,
  type Id,
} from '@plucky/core';
import { useMemo } from 'react';
import { thePlayer } from '../../audio/player.ts';
import { useEdit, type Edit } from '../../document/context.tsx';
import { freshId } from '../../document/ids.ts';
import { chooseHits, useSession } from '../../session/store.ts';
import { hitNear, newHit, type PatternView, type Row } from './view.ts';

/** What can be done to the rows of a pattern, by mouse and by keys alike. */
export interface RowActions {
  /** Adds a hit, chooses it and lets it be heard; returns its id, or null when it was refused. */
  add(row: Row, at: number, gesture?: string): Id | null;
  /** Puts the caret on a place, held within the pattern, and chooses the hit there. */
  putCaret(row: Row, at: number): void;
  moveCaret(rows: number, steps: number): void;
  /** To the first or the last place of the row's grid. */
  caretToEdge(edge: 'start' | 'end'): void;
  addAtCaret(): void;
  remove(ids?: readonly Id[]): void;
  silence(): void;
  followAgain(): void;
  louder(by: number): void;
  earlier(ms: number): void;
  moveBy(steps: number): void;
  accent(at?: number): void;
  chooseRow(): void;
  /** Sets velocities or places from what they were when a gesture began. */
  drag(
    from: ReadonlyMap<Id, { at: number; velocity: number }>,
    ticks: number,
    velocity: number,
    gesture: string,
  ): void;
}

export function useRowActions(view: PatternView): RowActions {
  const edit = useEdit();
  return useMemo(() => rowActions(view, edit), [view, edit]);
}

function rowActions(view: PatternView, edit: Edit): RowActions {
  const id = view.resolved.pattern.id;
  const rowAt = (key: string | undefined) => view.rows.find((row) => row.key === key);
  const last = view.rows.at(-1);
  const caret = () => {
    const { caret: at } = useSession.getState();
    const row = rowAt(at?.row) ?? last;
    return row && { row, at: at?.at ?? 0 };
  };
  const chosen = (): Id[] => {
    const { hits } = useSession.getState();
    const known = view.hits.filter((one) => hits.has(one.hit.id)).map((one) => one.hit.id);
    const at = caret();
    const under = at && hitNear(view, at.row, at.at);
    return known.length ? known : under ? [under.hit.id] : [];
  };
  const audition = (row: Row, velocity: number) => {
    const player = thePlayer();
    if (!player.isPlaying) void player.audition(row.voice, velocity, row.voice.note + row.pitch);
  };

  const actions: RowActions = {
    add(row, at, gesture) {
      const hit = newHit(row, at);
      const fresh = freshId();
      const kept = edit((document) => addHits(document, id, [{ id: fresh, ...hit }]), gesture ?? null);
      if (!kept) return null;
      chooseHits([fresh]);
      useSession.setState({ caret: { row: row.key, at } });
      audition(row, hit.velocity);
      return fresh;
    },
    putCaret(row, at) {
      const held = Math.min(view.length - 1, Math.max(0, at));
      const under = hitNear(view, row, held);
      useSession.setState({ caret: { row: row.key, at: held }, hits: new Set(under ? [under.hit.id] : []) });
    },
    moveCaret(rows, steps) {
      const from = caret();
      if (!from) return;
      const target = view.rows.indexOf(from.row) + rows;
      const row = view.rows[Math.min(view.rows.length - 1, Math.max(0, target))] ?? from.row;
      const step = gridTicks(row.grid);
      const at = steps ? snap(from.at, row.grid) + steps * step : from.at;
      if (at >= 0 && at < view.length) actions.putCaret(row, at);
    },
    caretToEdge(edge) {
      const from = caret();
      if (from) actions.putCaret(from.row, edge === 'start' ? 0 : snapDown(view.length - 1, from.row.grid));
    },
    addAtCaret() {
      const at = caret();
      if (!at) return;
      const under = hitNear(view, at.row, at.at);
      if (under) actions.putCaret(at.row, under.hit.at);
      else actions.add(at.row, snap(at.at, at.row.grid));
    },
    remove(ids = chosen()) {
      if (edit((document) => removeHits(document, id, ids))) chooseHits([]);
    },
    silence: () => void edit((document) => toggleSilenced(document, id, chosen())),
    followAgain: () => void edit((document) => followAgain(document, id, chosen())),
    louder: (by) =>
      void edit((document) =>
        changeHits(
          document,
          id,
          chosen(),
          (hit) => ({ velocity: clampVelocity(hit.velocity + by) }),
          'change velocity',
        ),
      ),
    earlier: (ms) =>
      void edit((document) =>
        changeHits(
          document,
          id,
          chosen(),
          (hit) => ({ offsetMs: Math.min(100, Math.max(-100, hit.offsetMs + ms)) }),
          'early or late',
        ),
      ),
    moveBy(steps) {
      const at = caret();
      const ids = chosen();
      if (!at || !ids.length) return;
      const ticks = steps * gridTicks(at.row.grid);
      const moved = edit((document) =>
        changeHits(document, id, ids, (hit) => ({ at: hit.at + ticks }), 'move hits'),
      );
      if (moved) useSession.setState({ caret: { row: at.row.key, at: at.at + ticks }, hits: new Set(ids) });
    },
    accent(at) {
      const place = at ?? caret()?.at;
      if (place !== undefined) edit((document) => toggleAccent(document, id, place));
    },
    chooseRow() {
      const at = caret();
      if (at) chooseHits(view.hits.filter((one) => one.row === at.row.key).map((one) => one.hit.id));
    },
    drag(from, ticks, velocity, gesture) {
      edit(
        (document) =>
          changeHits(
            document,
            id,
            [...from.keys()],
            (hit) => {
              const start = from.get(hit.id) ?? hit;
              return { at: start.at + ticks, velocity: clampVelocity(start.velocity + velocity) };
            },
            ticks ? 'move hits' : 'change velocity',
          ),
        gesture,
      );
    },
  };
  return actions;
}
