/** A section's letter, with its number where it has one, for where its name has no room. */
export function letterOf(name: string): string {
  return name.charAt(0).toUpperCase() + (/\d+$/.exec(name)?.[0] ?? '');
}
