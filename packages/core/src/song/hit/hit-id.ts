import type { Id } from '../names.ts';
import type { Zod } from '../zod.ts';

// A hit id is an id; behind it stand `~` and the offset of a repeat, `.` and the shape that made it, or `~` to tell it
// from another.

/** Ids of hits: as other ids, with ~ and . before what a repeat or a shape has added. */
export const hitIdSchema = (z: Zod) =>
  z
    .string()
    .regex(/^[A-Za-z0-9][A-Za-z0-9_.~-]{0,159}$/, 'must be a hit id of letters, digits, - _ . and ~')
    .refine((id) => !(id in {}), 'is a reserved name');

/** An id that leaves room behind it for what tells it from others. */
export function hitIdStem(id: Id): Id {
  return id.slice(0, 150);
}

/** The wanted id with as many `~` behind it as make it one that is not taken. */
export function freeHitId(wanted: Id, isTaken: (id: Id) => boolean): Id {
  let id = wanted;
  while (isTaken(id)) id += '~';
  return id;
}

/** The id of a hit of a later repeat, `offset` ticks after the first. */
export function repeatedId(id: Id, offset: number): Id {
  return offset ? `${id}~${offset}` : id;
}

/** The id of a hit that a shape makes: from what it is made of and the shape, so that edits stay attached to it. */
export function derivedId(source: Id, shape: { readonly id: Id }, part: string | number = ''): Id {
  return `${source}.${shape.id}${part === '' ? '' : `.${part}`}`;
}

/** Id of the hit that a shape made this one from; null where the shape did not name it. */
export function sourceOf(id: Id, shape: { readonly id: Id }): Id | null {
  const suffix = `.${shape.id}`;
  return id.endsWith(suffix) ? id.slice(0, -suffix.length) : null;
}

/** True for a hit that is this one, a repeat of it, or made from it. */
export function comesFrom(hit: Id, source: Id): boolean {
  return hit === source || hit.startsWith(`${source}~`) || hit.startsWith(`${source}.`);
}
