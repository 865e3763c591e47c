import type { Id } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';
import type { Glide, NoteEvent } from './events.ts';

/** Longest rest that a gliding note is held over, in ticks: a 4/4 bar. */
export const LONGEST_REST = 4 * PPQ;

/** Wish of a note to slide over the last `lasts` ticks before the next note, held for `longest` ticks at the most. */
export interface GlideWish {
  readonly lasts: number;
  readonly longest: number;
}

/**
 * The events with every note that glides held until the next note of its part begins, nearest in pitch where several begin
 * there, and told how it slides into it. A note with none within its reach ends as it is written. With a `period` the
 * events are a pattern that comes round, and its last note glides into its first.
 */
export function glided(
  events: readonly NoteEvent[],
  wishes: ReadonlyMap<NoteEvent, GlideWish>,
  period: number | null,
): readonly NoteEvent[] {
  if (!wishes.size) return events;
  const byPart = new Map<Id, NoteEvent[]>();
  for (const event of wishes.keys()) byPart.set(event.part, []);
  for (const event of events) byPart.get(event.part)?.push(event);
  for (const part of byPart.values()) part.sort((a, b) => a.tick - b.tick);
  return events.map((event) => {
    const wish = wishes.get(event);
    const next = wish && nextOf(event, byPart.get(event.part) ?? [], period);
    if (!next || next.until > wish.longest) return event;
    const { until, by, into } = next;
    const glide: Glide = { after: Math.max(0, until - wish.lasts), until, by, into };
    return { ...event, length: until, glide };
  });
}

/** The note that a note glides into: after how many ticks it begins, how much higher it is, and how long it lasts. */
function nextOf(
  { tick, note }: NoteEvent,
  part: readonly NoteEvent[],
  period: number | null,
): Omit<Glide, 'after'> | null {
  const start = firstAfter(part, tick);
  const round = start === part.length && period !== null ? period : 0;
  const first = part[round ? 0 : start];
  if (!first) return null;
  let into = first;
  for (let i = round ? 0 : start; part[i]?.tick === first.tick; i++) {
    const one = part[i];
    if (one && Math.abs(one.note - note) < Math.abs(into.note - note)) into = one;
  }
  return { until: first.tick + round - tick, by: into.note - note, into: into.length };
}

/** The index of the first event after a tick, in events sorted by tick. */
function firstAfter(events: readonly NoteEvent[], tick: number): number {
  let [low, high] = [0, events.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((events[middle]?.tick ?? Infinity) > tick) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The semitones by which a note has slid, `after` ticks after its start: equal steps of pitch in equal times. */
export function slidBy({ after: from, until, by }: Glide, after: number): number {
  if (after <= from) return 0;
  return after >= until ? by : (by * (after - from)) / (until - from);
}

/** The ticks after a note's start at which its slide is told anew, so close that no step is heard. */
export function slideSteps({ after, until }: Glide): number[] {
  const step = PPQ / 48;
  const count = Math.max(1, Math.ceil((until - after) / step));
  return Array.from({ length: count }, (_, i) => Math.round(after + ((i + 1) * (until - after)) / count));
}
