/** The middle of some numbers, of two the greater; 0 of none. */
export function middleOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[values.length >> 1] ?? 0;
}
