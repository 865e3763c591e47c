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
  const isEmptied = (keyOf: (event: NoteEvent) => Id | null) => {
    const before = new Set(timeline.events.map(keyOf));
    const after = new Set(events.map(keyOf));
    return (key: Id) => before.has(key) && !after.has(key);
  };
  const isEmptyLane = isEmptied(({ lane }) => lane);
  const isEmptyPart = isEmptied(({ part }) => part);
  return {
    ...timeline,
    events,
    controls: timeline.controls.filter(({ lane }) => !isEmptyLane(lane)),
    messages: timeline.messages.filter(({ part }) => !isEmptyPart(part)),
    merged: timeline.merged.filter(({ lost }) => leaves(lost)),
  };
}
