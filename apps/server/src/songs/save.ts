import { ConflictException } from '@nestjs/common';
import { type Change, isNothing, sparse, type SparseChange } from '@plucky/core/song';
import type { SongRevision } from './faces.ts';
import type { SongEvent } from './song-events.ts';

/** A change as a page made it, its records of the format that the page knows: a change, or whole records to put. */
export interface MadeChange {
  readonly label: string;
  readonly format: number;
  /** The name of the save, by which a repeated one is known, and of the window that made it. */
  readonly id?: string | undefined;
  readonly by?: string | undefined;
  readonly change?: SparseChange | undefined;
  readonly put?: readonly object[] | undefined;
  readonly remove?: readonly string[] | undefined;
}

/** The answer to a save, as it is kept for a repeated one. */
export interface KeptAnswer extends SongRevision {
  /** It was brought to what others had changed, or reached more than was asked for. */
  readonly merged?: true;
  /** Takes back what it has put in place of what others had made since. */
  readonly overwritten?: SparseChange;
  /** The part of it that had no place any more. */
  readonly left?: SparseChange;
}

export interface SaveAnswer extends KeptAnswer {
  /** Of a merged one, every change since its base, itself the last; null where not all are known any more. */
  readonly changes?: readonly EventFace[] | null;
}

/** A change of a song as it is told. */
export interface EventFace extends SongRevision {
  readonly label: string;
  readonly by: string;
  readonly change: SparseChange;
  readonly overwritten?: SparseChange;
}

export function faceOfEvent({ revision, label, by, change, overwritten }: SongEvent): EventFace {
  return {
    revision,
    label,
    by,
    change: sparse(change),
    ...(isNothing(overwritten) ? {} : { overwritten: sparse(overwritten) }),
  };
}

/** The parts of an answer beside its revision. */
export function toldOf(overwritten: Change, left: Change): Pick<KeptAnswer, 'overwritten' | 'left'> {
  return {
    ...(isNothing(overwritten) ? {} : { overwritten: sparse(overwritten) }),
    ...(isNothing(left) ? {} : { left: sparse(left) }),
  };
}

/** Throws ConflictException where the song has moved on from the revision that a change was made on. */
export function mustBeAt(base: number, revision: number): void {
  if (base === revision) return;
  throw new ConflictException({
    message: `The song has moved on to revision ${revision} since ${base}. Nothing was changed.`,
    revision,
  });
}
