import { groupedBy } from '../time/index.ts';

/** Notes by their number, each number's in their order. */
export function byNote<T extends { readonly note: number }>(notes: readonly T[]): Map<number, T[]> {
  return groupedBy(notes, ({ note }) => note);
}
