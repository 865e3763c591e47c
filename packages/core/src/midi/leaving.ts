import type { Scope } from '../form/index.ts';
import { compile, type NoteEvent, type Timeline } from '../play/index.ts';
import type { ExportOptions, SongDocument } from '../song/index.ts';

/** The timeline of a scope as far as it leaves: without the rows that stay, and without what would move only their notes. */
export function leavingTimeline(
  document: SongDocument,
  scope: Scope,
  { timing, pickUp, stay }: Pick<ExportOptions, 'timing' | 'pickUp' | 'stay'>,
): Timeline {
  const timeline = compile(document, scope, { timing, pickUp });
  if (!stay.length) return timeline;
  const rows = new Set(stay);
  const leaves = ({ voice }: NoteEvent) => !rows.has(voice);
  const events = timeline.events.filter(leaves);
  const emptied = new Set(timeline.events.filter((event) => !leaves(event)).map(({ lane }) => lane));
  for (const { lane } of events) emptied.delete(lane);
  return {
    ...timeline,
    events,
    controls: timeline.controls.filter(({ lane }) => !emptied.has(lane)),
    merged: timeline.merged.filter(({ lost }) => leaves(lost)),
  };
}
