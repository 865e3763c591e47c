/** A number from 0 on as letters: A to Z, then AA, AB and so on. */
export function letters(nth: number): string {
  return nth < 26
    ? String.fromCharCode(65 + nth)
    : `${letters(Math.floor(nth / 26) - 1)}${letters(nth % 26)}`;
}
