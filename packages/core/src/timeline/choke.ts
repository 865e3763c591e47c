import type { Id } from '../names.ts';
import type { NoteEvent } from './events.ts';

/** Tells each event where a later hit of its part and choke group ends it. `events` are sorted by tick. */
export function chokeEvents(
  events: readonly NoteEvent[],
  groupOf: (voice: Id) => number | null,
): readonly NoteEvent[] {
  const out = [...events];
  const next = new Map<string, number[]>();
  for (let i = out.length - 1; i >= 0; i--) {
    const event = out[i];
    const group = event ? groupOf(event.voice) : null;
    if (!event || group === null) continue;
    const key = `${event.part} ${group}`;
    const later = next.get(key);
    const stop = later?.findLast((tick) => tick > event.tick);
    if (stop !== undefined) out[i] = { ...event, stopsAt: stop };
    // Only the two nearest later places can matter: this one, and the one after hits that share this tick.
    next.set(key, [...(later ?? []).filter((tick) => tick > event.tick).slice(-1), event.tick]);
  }
  return out;
}
