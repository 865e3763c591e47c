import type { Scope } from '../form/index.ts';
import { compile, type NoteEvent, type Timeline } from '../play/index.ts';
import type { ExportOptions, Id, SongDocument } from '../song/index.ts';
import { swellRows } from './drum-notes.ts';

/** The rows that stay: those told to, and swells where those do not leave. */
export function stayingRows(
  document: SongDocument,
  { stay, swells }: Pick<ExportOptions, 'stay' | 'swells'>,
): ReadonlySet<Id> {
  const swelling = swells === 'stay' ? swellRows(document) : [];
  return new Set([...stay, ...swelling.map(({ id }) => id)]);
}

/** The timeline of a scope as far as it leaves: without the rows that stay, and without what would move only their notes. */
export function leavingTimeline(
  document: SongDocument,
  scope: Scope,
  options: Pick<ExportOptions, 'timing' | 'pickUp' | 'stay' | 'swells'>,
): Timeline {
  const { timing, pickUp } = options;
  const timeline = compile(document, scope, { timing, pickUp });
  const rows = stayingRows(document, options);
  if (!rows.size) return timeline;
  const leaves = ({ voice }: NoteEvent) => !rows.has(voice);
  const events = timeline.events.filter(leaves);
  const emptied = new Set(timeline.events.filter((event) => !leaves(event)).map(({ lane }) => lane));
  for (const { lane } of events) emptied.delete(lane);
  const parts = new Set(timeline.events.filter((event) => !leaves(event)).map(({ part }) => part));
  for (const { part } of events) parts.delete(part);
  return {
    ...timeline,
    events,
    controls: timeline.controls.filter(({ lane }) => !emptied.has(lane)),
    messages: timeline.messages.filter(({ part }) => !parts.has(part)),
    merged: timeline.merged.filter(({ lost }) => leaves(lost)),
  };
}
