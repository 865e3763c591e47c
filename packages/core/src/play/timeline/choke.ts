import type { Id } from '../../song/index.ts';
import type { NoteEvent } from './events.ts';

/** The two nearest later places of a choke group: that of the hits that share the nearest one's tick is the other. */
interface Later {
  near: number;
  beyond: number | null;
}

/** Tells each event where a later hit of its part and choke group ends it. `events` are sorted by tick. */
export function chokeEvents(
  events: readonly NoteEvent[],
  groupOf: (voice: Id) => number | null,
): readonly NoteEvent[] {
  const out = [...events];
  const byPart = new Map<Id, Map<number, Later>>();
  for (let i = out.length - 1; i >= 0; i--) {
    const event = out[i];
    const group = event ? groupOf(event.voice) : null;
    if (!event || group === null) continue;
    const groups = byPart.get(event.part) ?? new Map<number, Later>();
    byPart.set(event.part, groups);
    const later = groups.get(group);
    if (!later) {
      groups.set(group, { near: event.tick, beyond: null });
      continue;
    }
    if (later.near > event.tick) {
      later.beyond = later.near;
      later.near = event.tick;
    }
    if (later.beyond !== null) out[i] = { ...event, stopsAt: later.beyond };
  }
  return out;
}
