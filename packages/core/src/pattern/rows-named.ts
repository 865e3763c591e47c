import type { Id } from '../names.ts';
import { voicesOfShape } from '../rule/shape/table.ts';
import type { Pattern } from '../song/records.ts';

/** The rows that a pattern's own hits and its kept rules name, whether they are there or not. */
export function rowsNamed({ own, shapes }: Pattern): ReadonlySet<Id> {
  return new Set([...Object.values(own).map((hit) => hit.voice), ...shapes.flatMap(voicesOfShape)]);
}
