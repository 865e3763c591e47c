import { addHits, changeHits, gridOf, writtenPlace } from '@plucky/core/pattern';
import {
  clampVelocity,
  type HitFields,
  type Id,
  type IdentifiedHit,
  type ResolvedHit,
} from '@plucky/core/song';
import { chooseHits, useGroove } from '../../../session/groove.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { freePlaces, newHit, type Row } from '../pattern-view.ts';
import { feelOf, onRow, type RowContext, rowsBelow } from './row-context.ts';

/** A hit as a gesture began: its row, its written and heard place in ticks, and its velocity. */
export interface DragStart {
  readonly row: string;
  readonly at: number;
  readonly heard: number;
  readonly velocity: number;
}

export type DragStarts = ReadonlyMap<Id, DragStart>;

/** A point of a line that is drawn over stems: a tick, and the velocity at its height. */
export interface VelocityPoint {
  readonly tick: number;
  readonly velocity: number;
}

/** Deeds of the mouse on hits; all steps of one gesture are one undo. */
export interface DragActions {
  /** Moves hits together by ticks, as far as all of them stay in the pattern. */
  dragBy(from: DragStarts, ticks: number, gesture: string): void;
  /**
   * Moves hits off the grid and scales their velocities: what is left beside the nearest grid place is early or late.
   */
  dragFree(from: DragStarts, ticks: number, factor: number, gesture: string): void;
  /** Brings hits to other rows, so many below their own, as far as all of them find one. */
  carry(from: DragStarts, rows: number, gesture: string): void;
  /** Scales velocities in proportion. */
  dragVelocity(from: DragStarts, factor: number, gesture: string): void;
  /** Adds hits at grid places of a row where none stands. */
  addRun(row: Row, places: readonly number[], velocity: number, gesture: string): void;
  /** Puts velocities on a line that is drawn over their hits; those that it does not pass are as the gesture began. */
  drawVelocities(from: DragStarts, path: readonly VelocityPoint[], gesture: string): void;
}

export function dragActions(context: RowContext): DragActions {
  const { view, edit, id } = context;
  const voiceOf = new Map(view.rows.map((row) => [row.voice.id, row.voice]));
  const change = (
    from: DragStarts,
    gesture: string,
    label: string,
    fieldsOf: (hit: ResolvedHit, start: DragStart) => HitFields,
  ) =>
    void edit(
      (document) =>
        changeHits(
          document,
          id,
          [...from.keys()],
          (hit) => {
            const start = from.get(hit.id);
            return start ? fieldsOf(hit, start) : {};
          },
          label,
        ),
      gesture,
    );
  return {
    dragBy(from, ticks, gesture) {
      const places = [...from.values()].map((start) => start.at);
      const held = Math.min(view.length - 1 - Math.max(...places), Math.max(-Math.min(...places), ticks));
      change(from, gesture, 'move hits', (_, start) => ({ at: start.at + held }));
    },
    dragFree(from, ticks, factor, gesture) {
      const feel = feelOf(context);
      change(from, gesture, factor === 1 ? 'early or late' : 'early or late, and velocity', (hit, start) => {
        const voice = voiceOf.get(hit.voice);
        if (!voice) return {};
        const tick = Math.min(view.length - 1, Math.max(0, start.heard + ticks));
        return {
          ...writtenPlace(tick, voice, gridOf(view.resolved, voice), feel, view.length),
          velocity: clampVelocity(start.velocity * factor),
        };
      });
    },
    carry(from, rows, gesture) {
      const target = rowsBelow(view, from, rows);
      change(from, gesture, 'bring to another row', (hit) => onRow(target.get(hit.id)));
    },
    dragVelocity(from, factor, gesture) {
      change(from, gesture, 'change velocity', (_, start) => ({
        velocity: clampVelocity(start.velocity * factor),
      }));
    },
    addRun(row, places, velocity, gesture) {
      const free = freePlaces(view, row, places);
      if (!free.length) return;
      const hits = free.map((at): IdentifiedHit => ({ id: freshId(), ...newHit(row, at), velocity }));
      if (!edit((document) => addHits(document, id, hits), gesture)) return;
      // The whole run is chosen, with what the gesture added before.
      chooseHits([...useGroove.getState().hits, ...hits.map((hit) => hit.id)]);
    },
    drawVelocities(from, path, gesture) {
      change(from, gesture, 'draw velocities', (_, { heard, velocity }) => ({
        velocity: clampVelocity(velocityOn(path, heard) ?? velocity),
      }));
    },
  };
}

/** The velocity of a drawn line at a tick, where it passed there last; null where it did not. */
function velocityOn(path: readonly VelocityPoint[], tick: number): number | null {
  for (let i = path.length - 1; i > 0; i--) {
    const [a, b] = [path[i - 1], path[i]];
    if (!a || !b || tick < Math.min(a.tick, b.tick) || tick > Math.max(a.tick, b.tick)) continue;
    const share = a.tick === b.tick ? 1 : (tick - a.tick) / (b.tick - a.tick);
    return a.velocity + (b.velocity - a.velocity) * share;
  }
  return null;
}
