import { tempoSlice } from '../../time/index.ts';
import type { NoteEvent, Timeline } from './events.ts';
import { inOrder } from './lanes.ts';
import { messagesWithin } from './messages.ts';

/**
 * The stretch of a timeline from `from` up to `to` ticks, counted from its own start; notes that begin in it end with
 * it. The meter, the tempo and the controls that hold at its start stay.
 */
export function sliceTimeline(timeline: Timeline, from: number, to: number): Timeline {
  const start = Math.max(0, from);
  const length = Math.max(0, Math.min(to, timeline.length) - start);
  const isInside = ({ tick }: { readonly tick: number }) => tick >= start && tick < start + length;
  const inside = <T extends { readonly tick: number }>(items: readonly T[]): T[] =>
    items.filter(isInside).map((item) => ({ ...item, tick: item.tick - start }));
  const ended = (event: NoteEvent): NoteEvent => {
    const tick = event.tick - start;
    return {
      ...event,
      tick,
      length: Math.min(event.length, length - tick),
      uncut: Math.min(event.uncut, length - tick),
      stopsAt: event.stopsAt === null || event.stopsAt - start >= length ? null : event.stopsAt - start,
    };
  };
  const meter = timeline.meters.findLast((one) => one.tick <= start)?.meter;
  return {
    ...timeline,
    length,
    lead: Math.max(0, timeline.lead - start),
    meters: [
      ...(meter ? [{ tick: 0, meter }] : []),
      ...inside(timeline.meters).filter((one) => one.tick > 0),
    ],
    tempos: tempoSlice(timeline.tempos, start, start + length),
    markers: inside(timeline.markers),
    chords: inside(timeline.chords),
    // A value from before the slice holds at its start, unless another is set there.
    controls: inOrder(
      timeline.controls
        .filter((event) => event.tick < start + length)
        .map((event) => ({ ...event, tick: Math.max(0, event.tick - start) })),
    ),
    messages: messagesWithin(timeline.messages, start, start + length),
    events: timeline.events.filter(isInside).map(ended),
    merged: timeline.merged
      .filter(({ kept }) => isInside(kept))
      .map(({ kept, lost }) => ({ kept: ended(kept), lost: ended(lost) })),
  };
}
