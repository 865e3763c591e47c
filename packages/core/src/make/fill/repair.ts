import { changeHits, feelOf, gridOf, removeHits, resolve } from '../../pattern/index.ts';
import {
  apply,
  type Id,
  indexOf,
  isChange,
  type LimbConflict,
  type Outcome,
  type SongDocument,
} from '../../song/index.ts';
import { gridTicks, placeName } from '../../time/index.ts';
import { hitOfStroke, limbsOf } from './measure.ts';
import { roundTheKit } from './travel.ts';

/** A way to mend what limbs cannot play, in one step. */
export interface Repair {
  readonly way: 'move' | 'drop' | 'swap';
  /** The drum that a swap plays it on. */
  readonly onto?: Id;
  readonly outcome: Outcome;
}

/** Place of a conflict, such as "bar 1, beat 4¼". */
export function conflictPlace(document: SongDocument, pattern: Id, conflict: LimbConflict): string {
  const resolved = resolve(document, pattern);
  const hit = resolved.hits.find((one) => one.id === hitOfStroke(conflict.id));
  return placeName(hit?.at ?? 0, feelOf(document, resolved).meter);
}

/**
 * The steps that mend a conflict: the hit moved by a step of its grid, dropped, or played on a nearer drum. To move or swap is
 * given only where fewer conflicts are left after it; to drop the hit always ends its own.
 */
export function repairsFor(document: SongDocument, pattern: Id, conflict: LimbConflict): readonly Repair[] {
  const index = indexOf(document);
  const resolved = resolve(document, pattern);
  const id = hitOfStroke(conflict.id);
  const hit = resolved.hits.find((one) => one.id === id);
  const voice = hit && index.voice(hit.voice);
  if (!hit || !voice) return [];
  const step = gridTicks(gridOf(resolved, voice));
  const move = (by: number): Repair => ({
    way: 'move',
    outcome: changeHits(document, pattern, [id], () => ({ at: hit.at + by }), 'move a hit'),
  });
  const near = roundTheKit(index.voicesOf(voice.part))
    .filter((one) => one.id !== voice.id)
    .map((one) => ({ one, cm: Math.hypot(one.place.x - voice.place.x, one.place.y - voice.place.y) }))
    .sort((a, b) => a.cm - b.cm);
  const swaps = near.map(({ one }): Repair => ({
    way: 'swap',
    onto: one.id,
    outcome: changeHits(document, pattern, [id], () => ({ voice: one.id }), 'swap the drum'),
  }));
  const before = limbsOf(document, pattern).conflicts.length;
  const mends = ({ outcome }: Repair) =>
    isChange(outcome) && limbsOf(apply(document, outcome).document, pattern).conflicts.length < before;
  const firstOf = (ways: readonly Repair[]) => ways.find(mends);
  const drop: Repair = { way: 'drop', outcome: removeHits(document, pattern, [id]) };
  return [firstOf([move(step), move(-step)]), drop, firstOf(swaps)].filter(
    (one): one is Repair => one !== undefined,
  );
}
