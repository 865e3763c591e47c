import type { Change } from './change.ts';
import type { SongDocument } from './document.ts';
import type { Id } from './names.ts';
import type { SongRecord } from './records.ts';

/** An edit as it is asked for: records to put in place of those with the same id, and ids to remove. */
export interface ChangeSet {
  readonly label: string;
  readonly put: readonly SongRecord[];
  readonly remove: readonly Id[];
}

/** The change that a set makes of a document. An id that is both put and removed, or removed and unknown, is passed over. */
export function changeOf({ records }: SongDocument, { put, remove }: Omit<ChangeSet, 'label'>): Change {
  const added: Record<Id, SongRecord> = {};
  const updated: Record<Id, readonly [SongRecord, SongRecord]> = {};
  const removed: Record<Id, SongRecord> = {};
  for (const record of put) {
    const before = Object.hasOwn(records, record.id) ? records[record.id] : undefined;
    if (!before) added[record.id] = record;
    else if (before !== record) updated[record.id] = [before, record];
    else delete updated[record.id];
  }
  for (const id of remove) {
    const before = Object.hasOwn(records, id) ? records[id] : undefined;
    if (before) removed[id] = before;
  }
  return { added, updated, removed };
}

/** The records that a change puts, and the ids that it removes. */
export function changeSetOf({ added, updated, removed }: Change, label: string): ChangeSet {
  const put = [...Object.values(updated).map(([, to]) => to), ...Object.values(added)];
  return { label, put, remove: Object.keys(removed) };
}
