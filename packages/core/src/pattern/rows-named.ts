import { type Id, type Pattern, voicesOfShape } from '../song/index.ts';

/** The rows that a pattern's own hits and its kept rules name, whether they are there or not. */
export function rowsNamed({ own, shapes }: Pattern): ReadonlySet<Id> {
  return new Set([...Object.values(own).map((hit) => hit.voice), ...shapes.flatMap(voicesOfShape)]);
}
