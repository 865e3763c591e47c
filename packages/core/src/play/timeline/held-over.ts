import { groupedBy, lastBefore } from '../../time/index.ts';
import type { NoteEvent } from './events.ts';

/**
 * The events with every held note sounding until the next note of its row, or until `end` (in ticks) where none follows. The
 * next is the first that begins in the later half of its written length or after it: what begins sooner is struck with it.
 */
export function heldOver(
  events: readonly NoteEvent[],
  held: ReadonlySet<NoteEvent>,
  end: number,
): readonly NoteEvent[] {
  if (!held.size) return events;
  const rows = new Set([...held].map(({ voice }) => voice));
  const starts = groupedBy(
    events.filter(({ voice }) => rows.has(voice)),
    ({ voice }) => voice,
  );
  for (const row of starts.values()) row.sort((a, b) => a.tick - b.tick);
  return events.map((event) => {
    if (!held.has(event)) return event;
    const { tick, length, voice } = event;
    const row = starts.get(voice) ?? [];
    const next = row[lastBefore(row, (one) => one.tick <= tick || one.tick < tick + length / 2) + 1];
    const lasts = Math.max(1, (next?.tick ?? end) - tick);
    return { ...event, length: lasts, uncut: lasts };
  });
}
