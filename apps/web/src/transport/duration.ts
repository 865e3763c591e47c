/** Seconds as minutes and seconds, such as 2 min 11 s. */
export function durationName(exactly: number): string {
  const seconds = Math.round(exactly);
  return seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}
