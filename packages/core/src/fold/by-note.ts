/** Notes by their number, each number's in their order. */
export function byNote<T extends { readonly note: number }>(notes: readonly T[]): Map<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const one of notes) {
    const group = groups.get(one.note);
    if (group) group.push(one);
    else groups.set(one.note, [one]);
  }
  return groups;
}
