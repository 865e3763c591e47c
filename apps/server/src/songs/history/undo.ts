import { deflateRawSync, inflateRawSync } from 'node:zlib';
import type { ChangeSet, Id, SongRecord } from '@plucky/core';
import patches, { type Operation } from 'fast-json-patch';

type Records = Readonly<Record<Id, SongRecord>>;

/** A patch as it is stored: text where it is short, as most are, and deflated where it is not. */
export type PackedUndo = string | Uint8Array;

/** From this length on packing is worth its time. */
const WORTH_PACKING = 400;

/** The way from one state of a song back to an earlier one: a JSON patch (RFC 6902) over its records, packed. */
export function packUndo(before: Records, after: Records, touched: Iterable<Id>): PackedUndo {
  const ids = [...new Set(touched)];
  const text = JSON.stringify(patches.compare(only(after, ids), only(before, ids)));
  return text.length < WORTH_PACKING ? text : deflateRawSync(text);
}

function unpacked(undo: PackedUndo): Operation[] {
  return JSON.parse(typeof undo === 'string' ? undo : inflateRawSync(undo).toString()) as Operation[];
}

/** An entry of the history as it is stored, by patch or, in older ones, by change set. */
export interface StoredUndo {
  readonly undo: PackedUndo | null;
  readonly inverse: string;
}

/** The records as they were before the change that an entry stands for. Throws Error for an entry that does not fit them. */
export function undone(records: Records, { undo, inverse }: StoredUndo): Records {
  if (!undo) return withChange(records, JSON.parse(inverse) as ChangeSet);
  const patch = unpacked(undo);
  const own = structuredClone(only(records, touchedBy(patch)));
  const { newDocument } = patches.applyPatch(own, patch);
  const next: Record<Id, SongRecord> = { ...records };
  for (const id of touchedBy(patch)) {
    const before = newDocument[id];
    if (before) next[id] = before;
    else delete next[id];
  }
  return next;
}

/** What was sound then is not checked again. */
function withChange(records: Records, { put, remove }: ChangeSet): Records {
  const removed = new Set(remove);
  const left = Object.values(records).filter((record) => !removed.has(record.id));
  return Object.fromEntries([...left, ...put].map((record) => [record.id, record]));
}

/** The ids of the records that an entry leads back. */
export function touchedIn({ undo, inverse }: StoredUndo): readonly Id[] {
  if (undo) return touchedBy(unpacked(undo));
  const { put, remove } = JSON.parse(inverse) as ChangeSet;
  return [...put.map((record) => record.id), ...remove];
}

/** Ids hold neither / nor ~, so that the first step of a path is one as it stands. */
function touchedBy(patch: readonly Operation[]): Id[] {
  return [...new Set(patch.map(({ path }) => path.split('/')[1] ?? ''))];
}

function only(records: Records, ids: readonly Id[]): Record<Id, SongRecord> {
  return Object.fromEntries(ids.flatMap((id) => (records[id] ? [[id, records[id]]] : [])));
}
