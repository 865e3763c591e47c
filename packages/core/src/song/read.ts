import { z } from 'zod';
import { frozen } from '../time/index.ts';
import { type Change, recordIn } from './change.ts';
import { documentOf, type SongDocument } from './document.ts';
import { InvalidSongError, type Problem } from './errors.ts';
import { problemsOf } from './invariants.ts';
import { fieldsOf, isFields, isKind } from './mergeable.ts';
import type { Id } from './names.ts';
import { recordSchema, type SongRecord } from './records.ts';
import { schemaProblems } from './schema-problems.ts';
import { type SparseChange, withSides } from './sparse.ts';

// Only what reads from outside loads the schema library; see zod.ts.

const schema = recordSchema(z);

/** A work that can be left between its steps, so that others have their turn; it returns what it makes. */
export type InSteps<T> = Generator<undefined, T, undefined>;

/** Does a work at once. */
function atOnce<T>(work: InSteps<T>): T {
  for (;;) {
    const { done, value } = work.next();
    if (done) return value;
  }
}

/** Reads records from outside, and freezes them. Throws InvalidSongError naming each field that is wrong. */
export function readRecords(input: readonly unknown[]): SongRecord[] {
  return atOnce(readRecordsInSteps(input));
}

/** Reads records as `readRecords` does, some of them at a time. */
export function* readRecordsInSteps(input: readonly unknown[]): InSteps<SongRecord[]> {
  const problems = new Map<string, Problem>();
  const records: SongRecord[] = [];
  for (const [i, value] of input.entries()) {
    let whole: SongRecord | null = null;
    for (const some of portions(value)) {
      const read = schema.safeParse(some);
      if (read.success) {
        freezeHits(read.data);
        whole = whole ? withPortion(whole, read.data) : read.data;
      } else
        for (const one of schemaProblems(read.error, nameOf(value, i)))
          problems.set(`${one.path}: ${one.message}`, one);
      yield;
    }
    if (whole) records.push(whole);
  }
  if (problems.size) throw new InvalidSongError([...problems.values()]);
  return records;
}

/** The maps of a pattern by ids of hits. */
const HIT_MAPS = ['own', 'changed', 'seen'] as const;
/** So many of each are read in one step. */
const A_STEP = 100;

/** A record as it is sent or, of one with many hits, all else of it with some of them at a time. */
function* portions(value: unknown): Iterable<unknown> {
  const fields = fieldsOf(value);
  const maps = HIT_MAPS.filter((key) => isFields(fields[key])).map(
    (key) => [key, Object.entries(fieldsOf(fields[key]))] as const,
  );
  const most = Math.max(0, ...maps.map(([, entries]) => entries.length));
  if (most <= A_STEP) {
    yield value;
    return;
  }
  for (let from = 0; from < most; from += A_STEP)
    yield {
      ...fields,
      ...Object.fromEntries(
        maps.map(([key, entries]) => [key, Object.fromEntries(entries.slice(from, from + A_STEP))]),
      ),
    };
}

/** The document freezes the rest; of thousands of hits that would take too long at once. */
function freezeHits(record: SongRecord): void {
  if (record.kind !== 'pattern') return;
  for (const key of HIT_MAPS) Object.values(record[key] ?? {}).forEach(frozen);
}

function withPortion(whole: SongRecord, some: SongRecord): SongRecord {
  if (whole.kind !== 'pattern' || some.kind !== 'pattern') return whole;
  return {
    ...whole,
    own: Object.assign(whole.own, some.own),
    changed: Object.assign(whole.changed, some.changed),
    ...(whole.seen ? { seen: Object.assign(whole.seen, some.seen) } : {}),
  };
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
export function readChange(...asked: Parameters<typeof readChangeInSteps>): Change {
  return atOnce(readChangeInSteps(...asked));
}

/** Reads a change as `readChange` does, some of it at a time. */
export function* readChangeInSteps(
  document: SongDocument,
  sent: SparseChange,
  isTouched: (id: Id) => boolean,
): InSteps<Change> {
  const added = yield* readRecordsInSteps(sent.added);
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
  yield* readRecordsInSteps(made);
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
