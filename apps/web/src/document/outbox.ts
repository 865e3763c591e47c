import {
  type Change,
  changeBetween,
  changeFromSparse,
  indexOf,
  isNothing,
  LIMITS,
  plainName,
  rebase,
  type SongDocument,
  type SongRecord,
  type SparseChange,
  stepOf,
  touchedBy,
  withChange,
} from '@plucky/core/song';
import { freshId } from '../shared/fresh-id.ts';

/** Edits that the server has not got, saved together under a name of their own. */
export interface Entry {
  readonly id: string;
  /** The revision that they were made on. */
  readonly base: number;
  readonly label: string;
  readonly change: Change;
  /** The parts and rows that it is about, to show it by should they go. */
  readonly around: readonly SongRecord[];
  /** The song with all entries up to this one. */
  readonly after: SongDocument;
  /** True once it was sent, or others have changed the song: later edits are an entry of their own. */
  readonly isFixed: boolean;
}

/** The song as the server has it, and what it has not got, in order. */
export interface Pending {
  readonly saved: SongDocument;
  readonly revision: number;
  readonly outbox: readonly Entry[];
}

/** The unsaved entries once an edit of this window has made the song `document`. */
export function outboxAfter(
  { saved, revision, outbox }: Pending,
  document: SongDocument,
  label: string,
): readonly Entry[] {
  const last = outbox.at(-1);
  const grows = last && !last.isFixed;
  const earlier = grows ? outbox.slice(0, -1) : outbox;
  const change = changeBetween(earlier.at(-1)?.after ?? saved, document);
  if (isNothing(change)) return earlier;
  const said = plainName(label, LIMITS.label) || 'edit';
  const entry = { id: grows ? last.id : freshId(), base: revision, label: said, change, isFixed: false };
  return [...earlier, { ...entry, around: aroundOf(document, change), after: document }];
}

/** The parts and rows of the patterns that a change is about. */
export function aroundOf(document: SongDocument, change: Change): SongRecord[] {
  const { part, voicesOf } = indexOf(document);
  const parts = new Set(
    touchedBy(change).flatMap((id) => {
      const record = stepOf(change, id)?.find((one) => one !== undefined);
      return record && 'part' in record ? [record.part] : [];
    }),
  );
  return [...parts].flatMap((id) => [part(id) ?? [], voicesOf(id)].flat());
}

/** The song that is seen: as saved, with all that is not. */
export function documentWith({ saved, outbox }: Pick<Pending, 'saved' | 'outbox'>): SongDocument {
  return outbox.at(-1)?.after ?? saved;
}

/** A change of the song that was kept on the server. */
export interface Kept {
  readonly revision: number;
  readonly change: SparseChange;
}

/** The same edits on what others have made of the song. Those that are known already are passed over; null after a gap. */
export function withKept(pending: Pending, kept: readonly Kept[]): Pending | null {
  let { saved, revision } = pending;
  for (const one of kept) {
    if (one.revision <= revision) continue;
    if (one.revision > revision + 1) return null;
    saved = withChange(saved, changeFromSparse(saved, one.change));
    revision = one.revision;
  }
  if (revision === pending.revision) return pending;
  return { saved, revision, outbox: onTo(saved, pending.outbox) };
}

/** Entries brought to another song; each keeps the revision that it was made on, for what it overwrites to be told. */
export function onTo(saved: SongDocument, outbox: readonly Entry[]): readonly Entry[] {
  let now = saved;
  return outbox.map((entry) => {
    now = rebase(entry.change, now).document;
    return { ...entry, after: now, isFixed: true };
  });
}

/**
 * The entries after the first, once the server has that as it was sent: those of its revision were made on what it made. Not
 * so where it was merged: they know nothing of what others had made by then, and keep the revision that they were made on.
 */
export function madeOnFirst(outbox: readonly Entry[], base: number, revision: number): readonly Entry[] {
  return outbox.slice(1).map((entry) => (entry.base === base ? { ...entry, base: revision } : entry));
}
