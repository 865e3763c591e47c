import { frozen } from '../time/index.ts';
import { type Change, invert, recordIn } from './change.ts';
import { changeOf, type ChangeSet } from './change-set.ts';
import type { SongDocument } from './document.ts';
import { InvalidSongError, type Problem } from './errors.ts';
import { problemsAfter } from './invariants.ts';
import type { Id } from './names.ts';
import type { SongRecord } from './records.ts';
import { saysSame } from './says-same.ts';

/** A document after a change, and the change as it was made of it. */
export interface Applied {
  readonly document: SongDocument;
  /** The change that was made, each touched record before and after. */
  readonly change: Change;
  /** Applying this to the new document gives the old one back, to the byte. */
  readonly inverse: Change;
}

/**
 * Applies a change, or what a change set asks for, whole or not at all; the records that it brings are frozen.
 * Throws InvalidSongError, naming every place where the change does not fit the document, or where the result would break
 * an invariant. Only what changed and what names it is checked: the document before is taken to be sound.
 */
export function apply(document: SongDocument, asked: ChangeSet | Change): Applied {
  const isSet = 'put' in asked;
  const misfits = isSet ? misfitsOfSet(document, asked) : misfitsOf(document, asked);
  const change = isSet ? changeOf(document, asked) : asked;
  const next = withChange(document, change);
  const problems = [...misfits, ...problemsAfter(document, next, change)];
  if (problems.length) throw new InvalidSongError(problems);
  return { document: next, change, inverse: invert(change) };
}

/** The document with a change that is known to fit it and to be sound. */
export function withChange(document: SongDocument, { added, updated, removed }: Change): SongDocument {
  const records: Record<Id, SongRecord> = { ...document.records };
  for (const id of Object.keys(removed)) delete records[id];
  for (const [id, [, to]] of Object.entries(updated)) records[id] = frozen(to);
  for (const [id, record] of Object.entries(added)) records[id] = frozen(record);
  return { records };
}

function misfitsOfSet(document: SongDocument, { put, remove }: ChangeSet): Problem[] {
  const removed = new Set(remove);
  return [
    ...remove
      .filter((id) => !recordIn(document, id))
      .map((id) => ({ path: id, message: 'cannot be removed, since it does not exist' })),
    ...put
      .filter(({ id }) => removed.has(id))
      .map(({ id }) => ({ path: id, message: 'is both put and removed' })),
  ];
}

function misfitsOf(document: SongDocument, { added, updated, removed }: Change): Problem[] {
  const isAs = (id: Id, record: SongRecord) => saysSame(recordIn(document, id), record);
  const misfit = (message: string) => (id: Id) => ({ path: id, message });
  return [
    ...Object.keys(added)
      .filter((id) => recordIn(document, id))
      .map(misfit('cannot be added, since it exists')),
    ...Object.entries(updated).flatMap(([id, [from]]) =>
      isAs(id, from) ? [] : [misfit('is not as the change expects it')(id)],
    ),
    ...Object.entries(removed).flatMap(([id, record]) =>
      isAs(id, record) ? [] : [misfit('is not as the change expects it')(id)],
    ),
  ];
}
