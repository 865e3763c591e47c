import { z } from 'zod';
import type { Id } from '../names.ts';
import { type Change, recordIn } from './change.ts';
import { documentOf, type SongDocument } from './document.ts';
import { InvalidSongError, type Problem } from './errors.ts';
import { problemsOf } from './invariants.ts';
import { isKind } from './mergeable.ts';
import { recordSchema, type SongRecord } from './records.ts';
import { schemaProblems } from './schema-problems.ts';
import { type SparseChange, withSides } from './sparse.ts';

// Only what reads from outside loads the schema library; see zod.ts.

const schema = recordSchema(z);

/** Reads records from outside. Throws InvalidSongError naming each field that is wrong. */
export function readRecords(input: readonly unknown[]): SongRecord[] {
  const problems: Problem[] = [];
  const records: SongRecord[] = [];
  input.forEach((value, i) => {
    const read = schema.safeParse(value);
    if (read.success) records.push(read.data);
    else problems.push(...schemaProblems(read.error, nameOf(value, i)));
  });
  if (problems.length) throw new InvalidSongError(problems);
  return records;
}

/** Reads a whole song from outside. Throws InvalidSongError naming every field and invariant that is wrong. */
export function readSong(input: readonly unknown[]): SongDocument {
  const document = documentOf(readRecords(input));
  const problems = problemsOf(document);
  if (problems.length) throw new InvalidSongError(problems);
  return document;
}

/**
 * Reads a change of a document from outside; every record that it would make is checked, of those that are there already
 * only what differs. Where it was made on this very document, or nothing of an id has changed since by `isTouched`, the
 * change holds the document's own records. Throws InvalidSongError naming each field that is wrong.
 */
export function readChange(
  document: SongDocument,
  sent: SparseChange,
  isTouched: (id: Id) => boolean,
): Change {
  const added = readRecords(sent.added);
  const updated: Record<Id, readonly [SongRecord, SongRecord]> = {};
  const made: SongRecord[] = [];
  for (const [id, sides] of Object.entries(sent.updated)) {
    const now = recordIn(document, id);
    if (sides.some((side) => !('kind' in side && isKind(side.kind))))
      throw new InvalidSongError([{ path: id, message: 'must say its kind before and after' }]);
    if (!now) {
      // One that is gone has no place any more; what was asked of it is told and not kept here.
      updated[id] = sides as unknown as readonly [SongRecord, SongRecord];
      continue;
    }
    const next = withSides(now, sides);
    if (next.id !== id || next.kind !== now.kind)
      throw new InvalidSongError([{ path: id, message: 'must stay what it is' }]);
    made.push(thinned(next, now));
    updated[id] = isTouched(id) ? (sides as unknown as readonly [SongRecord, SongRecord]) : [now, next];
  }
  readRecords(made);
  const removed: Record<Id, SongRecord> = {};
  for (const id of sent.removed) {
    const now = recordIn(document, id);
    // A record that others have worked on since is overwritten, and that is told.
    if (now) removed[id] = isTouched(id) ? ({ id, kind: now.kind } as SongRecord) : now;
  }
  return { added: Object.fromEntries(added.map((record) => [record.id, record])), updated, removed };
}

/** A record without those of its hits that it shares with one that was checked before. */
function thinned(record: SongRecord, known: SongRecord): SongRecord {
  if (record.kind !== 'pattern' || known.kind !== 'pattern') return record;
  const fresh = <T>(map: Readonly<Record<Id, T>>, before: Readonly<Record<Id, T>> = {}) =>
    Object.fromEntries(Object.entries(map).filter(([id, value]) => before[id] !== value));
  return {
    ...record,
    own: fresh(record.own, known.own),
    changed: fresh(record.changed, known.changed),
    ...(record.seen ? { seen: fresh(record.seen, known.seen) } : {}),
  };
}

function nameOf(value: unknown, index: number): string {
  const id = typeof value === 'object' && value !== null && 'id' in value ? value.id : undefined;
  return typeof id === 'string' ? id.slice(0, 64) : `put[${index}]`;
}
