import type { z } from 'zod';
import type { Id } from '../names.ts';
import type { Zod } from '../zod.ts';

/** The stretch of a parent that is followed, in ticks: `length` from `from` on, the parent repeated every `period`. */
export interface FollowedStretch {
  readonly from: number;
  readonly length: number;
  readonly period: number;
}

/** One thing that a pattern says for its family until a follower says otherwise. `Said` is what a pattern itself holds. */
export interface Inheritance<T, Said = NonNullable<T>> {
  readonly schema: (z: Zod) => z.ZodType<Said>;
  /** Value where nobody in the family says anything. */
  readonly rest: T;
  /** Value of a follower that wants none of its parent's. */
  readonly off: Said | null;
  /** The parent's, as a follower of this stretch has it. */
  readonly followed: (value: T, stretch: FollowedStretch) => T;
  /** Value where a follower says something. */
  readonly joined: (followed: T, said: Said) => T;
  /** The rows that it names. */
  readonly voices: (said: Said) => readonly Id[];
  /** The part of it about these rows, each named anew by `name`; a row without a new name is left out. */
  readonly forVoices: (value: T, name: (voice: Id) => Id | undefined) => T;
}

/** Something that names no place and no row: it is followed as it stands. */
export function plainInheritance<T>(
  fields: Pick<Inheritance<T>, 'schema' | 'rest'> & Partial<Inheritance<T>>,
): Inheritance<T> {
  return {
    off: null,
    followed: (value) => value,
    joined: (_, said) => said,
    voices: () => [],
    forVoices: (value) => value,
    ...fields,
  };
}
