/** The keys that play the rows while a take is recorded, from the lowest row up, as they lie on the keyboard. */
export const TAP_KEYS = ['zxcvbnm', 'asdfghjkl', 'qwertyuiop'].flatMap((row) => Array.from(row));

/** The key that plays the row `index`, counted from the lowest; undefined when there are more rows than keys. */
export function tapKeyOf(index: number): string | undefined {
  return TAP_KEYS[index];
}

/** The row, counted from the lowest, that a key plays; -1 for none. */
export function rowOfTapKey(key: string): number {
  return TAP_KEYS.indexOf(key.toLowerCase());
}
