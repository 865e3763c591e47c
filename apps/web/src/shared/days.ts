/** How many days of the calendar lie from one time to a later one, by the clock of this place. */
export function daysBetween(from: Date, to: Date): number {
  // Rounded, since the day on which the clock changes has 23 or 25 hours.
  return Math.round((startOfDay(to) - startOfDay(from)) / 86_400_000);
}

function startOfDay(date: Date): number {
  return new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
}
