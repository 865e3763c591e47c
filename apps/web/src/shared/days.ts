const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });
const minutes = new Intl.DateTimeFormat([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** Number of calendar days from one time to a later one, by the clock of this place. */
export function daysBetween(from: Date, to: Date): number {
  // Rounded, since the day on which the clock changes has 23 or 25 hours.
  return Math.round((startOfDay(to) - startOfDay(from)) / 86_400_000);
}

function startOfDay(date: Date): number {
  return new Date(date.getFullYear(), date.getMonth(), date.getDate()).getTime();
}

/** Today and yesterday in words, and whatever is still to come; null for days before. */
export function nearDay(at: Date, now: Date): string | null {
  const days = 0 - daysBetween(at, now);
  return days > -2 ? relative.format(days, 'day') : null;
}

/** Hours and minutes of a time, by the clock of this place. */
export function clockOf(at: Date): string {
  return minutes.format(at);
}

const longAgo = new Intl.DateTimeFormat([], { day: 'numeric', month: 'long' });

/** The day in words, near ones as today and yesterday. */
export function dayName(iso: string): string {
  const at = new Date(iso);
  const near = nearDay(at, new Date());
  if (near === null) return longAgo.format(at);
  return near === 'today' ? `${near}, ${clockOf(at)}` : near;
}
