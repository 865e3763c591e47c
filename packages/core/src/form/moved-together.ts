import type { Id } from '../song/index.ts';

/**
 * Items of which those with some ids stand together, in their order, from the place `to` on, counted from 0 among the others.
 * `null` where they stand so already or none has such an id.
 */
export function movedTogether<T extends { readonly id: Id }>(
  items: readonly T[],
  ids: readonly Id[],
  to: number,
): readonly T[] | null {
  const carried = items.filter(({ id }) => ids.includes(id));
  const others = items.filter(({ id }) => !ids.includes(id));
  const next = others.toSpliced(Math.max(0, Math.min(others.length, to)), 0, ...carried);
  return next.every((item, i) => item === items[i]) ? null : next;
}
