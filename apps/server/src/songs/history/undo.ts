import { deflateRawSync, inflateRawSync } from 'node:zlib';
import {
  type Change,
  changeFromSparse,
  type ChangeSet,
  type Id,
  invert,
  type SongRecord,
  sparse,
  type SparseChange,
  withChange,
} from '@plucky/core/song';
import patches, { type Operation } from 'fast-json-patch';

type Records = Readonly<Record<Id, SongRecord>>;

/** A patch as it is stored: text where it is short, as most are, and deflated where it is not. */
export type PackedUndo = string | Uint8Array;

/** From this length on packing is worth its time. */
const WORTH_PACKING = 400;

/** The way back from a change of a song, packed. */
export function packUndo(change: Change): PackedUndo {
  const text = JSON.stringify(sparse(invert(change)));
  return text.length < WORTH_PACKING ? text : deflateRawSync(text);
}

/** A change, or in older entries a JSON patch (RFC 6902) over the records. */
function unpacked(undo: PackedUndo): SparseChange | Operation[] {
  return JSON.parse(typeof undo === 'string' ? undo : inflateRawSync(undo).toString()) as
    SparseChange | Operation[];
}

/** An entry of the history as it is stored, by patch or, in older ones, by change set. */
export interface StoredUndo {
  readonly undo: PackedUndo | null;
  readonly inverse: string;
}

/** The records as they were before the change that an entry stands for. Throws Error for an entry that does not fit them. */
export function undone(records: Records, { undo, inverse }: StoredUndo): Records {
  if (!undo) return withSet(records, JSON.parse(inverse) as ChangeSet);
  const back = unpacked(undo);
  return Array.isArray(back)
    ? withPatch(records, back)
    : withChange({ records }, changeFromSparse({ records }, back)).records;
}

function withPatch(records: Records, patch: readonly Operation[]): Records {
  const own = structuredClone(only(records, touchedIn(patch)));
  const { newDocument } = patches.applyPatch(own, [...patch]);
  const next: Record<Id, SongRecord> = { ...records };
  for (const id of touchedIn(patch)) {
    const before = newDocument[id];
    if (before) next[id] = before;
    else delete next[id];
  }
  return next;
}

/** A state that was sound then is not checked again. */
function withSet(records: Records, { put, remove }: ChangeSet): Records {
  const removed = new Set(remove);
  const left = Object.values(records).filter((record) => !removed.has(record.id));
  return Object.fromEntries([...left, ...put].map((record) => [record.id, record]));
}

/** Ids hold neither / nor ~, so that the first step of a path is one as it stands. */
function touchedIn(patch: readonly Operation[]): Id[] {
  return [...new Set(patch.map(({ path }) => path.split('/')[1] ?? ''))];
}

function only(records: Records, ids: readonly Id[]): Record<Id, SongRecord> {
  return Object.fromEntries(ids.flatMap((id) => (records[id] ? [[id, records[id]]] : [])));
}
