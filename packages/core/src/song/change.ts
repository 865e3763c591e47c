import type { SongDocument } from './document.ts';
import type { Id } from './names.ts';
import type { SongRecord } from './records.ts';

type Records = Readonly<Record<Id, SongRecord>>;

/** A change as a value, by the ids of records: each one added, gone from one state to another, or removed. */
export interface Change {
  readonly added: Records;
  readonly updated: Readonly<Record<Id, readonly [from: SongRecord, to: SongRecord]>>;
  readonly removed: Records;
}

/** The change that leaves every record as it is. */
export const NO_CHANGE: Change = Object.freeze({ added: {}, updated: {}, removed: {} });

/** True for a change that leaves every record as it is. */
export function isNothing({ added, updated, removed }: Change): boolean {
  return [added, updated, removed].every((records) => Object.keys(records).length === 0);
}

/** The ids of all records that a change is about. */
export function touchedBy({ added, updated, removed }: Change): Id[] {
  return [added, updated, removed].flatMap((records) => Object.keys(records));
}

/** The change that takes a change back. */
export function invert({ added, updated, removed }: Change): Change {
  const back = Object.entries(updated).map(([id, [from, to]]) => [id, [to, from]] as const);
  return { added: removed, updated: Object.fromEntries(back), removed: added };
}

/** A record before and after; undefined where it is not there. */
export type Step = readonly [from: SongRecord | undefined, to: SongRecord | undefined];

/** The step that a change makes of a record; null where it leaves it alone. */
export function stepOf({ added, updated, removed }: Change, id: Id): Step | null {
  if (Object.hasOwn(updated, id)) return updated[id] ?? null;
  if (Object.hasOwn(added, id)) return [undefined, added[id]];
  return Object.hasOwn(removed, id) ? [removed[id], undefined] : null;
}

/** The change that makes these steps; one from a state to itself is none. */
export function changeFrom(steps: Iterable<readonly [Id, Step]>): Change {
  const added: Record<Id, SongRecord> = {};
  const updated: Record<Id, readonly [SongRecord, SongRecord]> = {};
  const removed: Record<Id, SongRecord> = {};
  for (const [id, [from, to]] of steps) {
    if (from === to) continue;
    if (from && to) updated[id] = [from, to];
    else if (to) added[id] = to;
    else if (from) removed[id] = from;
  }
  return { added, updated, removed };
}

/**
 * One change that does what `first` and then `second` do. What comes and goes again is nothing.
 * Throws RangeError where `second` cannot follow `first`, as when both add one record.
 */
export function squash(first: Change, second: Change): Change {
  const steps = new Map<Id, Step>();
  for (const id of touchedBy(first)) steps.set(id, stepOf(first, id) ?? [undefined, undefined]);
  for (const id of touchedBy(second)) {
    const [early, late] = [steps.get(id), stepOf(second, id)];
    if (!late) continue;
    if (early && !early[1] !== !late[0])
      throw new RangeError(`A change of ${id} cannot follow one that leaves it otherwise.`);
    steps.set(id, early ? [early[0], late[1]] : late);
  }
  return changeFrom(steps);
}

/** The change from one document to another; records that are the same object are the same. */
export function changeBetween(before: SongDocument, after: SongDocument): Change {
  const ids = new Set([...Object.keys(before.records), ...Object.keys(after.records)]);
  return changeFrom([...ids].map((id): [Id, Step] => [id, [recordIn(before, id), recordIn(after, id)]]));
}

/** The record with an id, if the document has one. */
export function recordIn({ records }: SongDocument, id: Id): SongRecord | undefined {
  return Object.hasOwn(records, id) ? records[id] : undefined;
}
