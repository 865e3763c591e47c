import type { Id } from '../names.ts';
import type { SongDocument } from './document.ts';
import { InvalidSongError, type Problem } from './errors.ts';
import { problemsOf } from './invariants.ts';
import type { SongRecord } from './records.ts';

/** An edit as a value: records to put in place of those with the same id, and ids to remove. */
export interface ChangeSet {
  readonly label: string;
  readonly put: readonly SongRecord[];
  readonly remove: readonly Id[];
}

export interface Applied {
  readonly document: SongDocument;
  /** Applying this to the new document gives the old one back, to the byte. */
  readonly inverse: ChangeSet;
}

/**
 * Applies a change set whole or not at all.
 * Throws InvalidSongError, naming every invariant that the result would break.
 */
export function apply(document: SongDocument, change: ChangeSet): Applied {
  const problems: Problem[] = change.remove
    .filter((id) => !Object.hasOwn(document.records, id))
    .map((id) => ({ path: id, message: 'cannot be removed, since it does not exist' }));
  const removed = new Set(change.remove);
  const records: Record<Id, SongRecord> = {};
  for (const [id, record] of Object.entries(document.records)) if (!removed.has(id)) records[id] = record;
  for (const record of change.put) {
    if (removed.has(record.id)) problems.push({ path: record.id, message: 'is both put and removed' });
    records[record.id] = record;
  }
  const next: SongDocument = { records };
  problems.push(...problemsOf(next));
  if (problems.length) throw new InvalidSongError(problems);
  return { document: next, inverse: inverseOf(document, change) };
}

function inverseOf(document: SongDocument, change: ChangeSet): ChangeSet {
  const put: SongRecord[] = [];
  const remove: Id[] = [];
  for (const id of new Set([...change.put.map((record) => record.id), ...change.remove])) {
    const before = Object.hasOwn(document.records, id) ? document.records[id] : undefined;
    if (before) put.push(before);
    else remove.push(id);
  }
  return { label: change.label, put, remove };
}

/** One change set that does what `first` and then `second` do; it bears the first one's label. */
export function squash(first: ChangeSet, second: ChangeSet): ChangeSet {
  const put = new Map(first.put.map((record) => [record.id, record]));
  const remove = new Set(first.remove);
  for (const id of second.remove) {
    put.delete(id);
    remove.add(id);
  }
  for (const record of second.put) {
    put.set(record.id, record);
    remove.delete(record.id);
  }
  return { label: first.label, put: [...put.values()], remove: [...remove] };
}

/** The records that `after` has and `before` had otherwise, and those that are gone, as a change set. */
export function changeBetween(before: SongDocument, after: SongDocument, label: string): ChangeSet {
  const put = Object.values(after.records).filter((record) => before.records[record.id] !== record);
  const remove = Object.keys(before.records).filter((id) => !Object.hasOwn(after.records, id));
  return { label, put, remove };
}
