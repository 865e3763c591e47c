import type { Id } from '../../song/index.ts';
import { PPQ } from '../../time/index.ts';
import { barAt } from './compile.ts';
import type { NoteEvent, Timeline } from './events.ts';

/** Changes of hits: added, gone, moved, louder, softer, or otherwise (length, note or bend). */
export const HEARD = ['added', 'gone', 'moved', 'louder', 'softer', 'otherwise'] as const;

/** Hits of a row of one pattern that are heard otherwise in the same way. */
export interface HeardChange {
  readonly how: (typeof HEARD)[number];
  readonly voice: Id;
  readonly pattern: Id;
  readonly hits: number;
  /** The bar of the timeline, from 1, in which the first of them stands; where they stood if they are gone. */
  readonly bar: number;
}

/**
 * What is heard otherwise in one timeline than in another of the same region, by row and pattern, in order. A hit is the same
 * hit as long as its place in the form and its id are.
 */
export function heardChanges(before: Timeline, after: Timeline): readonly HeardChange[] {
  const left = byHit(before.events);
  const out = new Map<string, HeardChange>();
  const count = (how: HeardChange['how'], { voice, from: { pattern } }: NoteEvent, bar: number) => {
    const key = `${how} ${voice} ${pattern}`;
    const known = out.get(key);
    out.set(key, {
      how,
      voice,
      pattern,
      hits: (known?.hits ?? 0) + 1,
      bar: Math.min(bar, known?.bar ?? bar),
    });
  };
  for (const [key, event] of byHit(after.events)) {
    const was = left.get(key);
    left.delete(key);
    const how = was ? contrast(was, event) : 'added';
    if (how) count(how, event, barAt(after, event.tick).bar);
  }
  for (const event of left.values()) count('gone', event, barAt(before, event.tick).bar);
  return [...out.values()].sort((a, b) => a.bar - b.bar);
}

/** A stroke that is played softer or louder comes a little later or earlier too; up to a 64th, in ticks, that is no move. */
const LEANS = PPQ / 16;

function contrast(was: NoteEvent, now: NoteEvent): HeardChange['how'] | null {
  const moves = Math.abs(was.tick - now.tick);
  if (moves > LEANS || (moves > 0 && was.velocity === now.velocity)) return 'moved';
  if (was.velocity !== now.velocity) return now.velocity > was.velocity ? 'louder' : 'softer';
  const rest = ({ note, length, lane, glide }: NoteEvent) => JSON.stringify([note, length, lane, glide]);
  return rest(was) === rest(now) ? null : 'otherwise';
}

/** Events by the hit that they are strokes of, and which stroke of it. */
function byHit(events: readonly NoteEvent[]): Map<string, NoteEvent> {
  const out = new Map<string, NoteEvent>();
  const strokes = new Map<string, number>();
  for (const event of events) {
    const { occurrence, repeat, slot, pattern, hit } = event.from;
    const key = `${occurrence} ${repeat} ${slot} ${pattern} ${event.voice} ${hit}`;
    const nth = strokes.get(key) ?? 0;
    strokes.set(key, nth + 1);
    out.set(`${key} ${nth}`, event);
  }
  return out;
}
