import { tempoSlice } from '../../time/index.ts';
import type { Timeline } from './events.ts';
import { inOrder } from './lanes.ts';

/**
 * The stretch of a timeline from `from` up to `to` ticks, counted from its own start; notes that begin in it end with
 * it. The meter, the tempo and the controls that hold at its start stay.
 */
export function sliceTimeline(timeline: Timeline, from: number, to: number): Timeline {
  const start = Math.max(0, from);
  const length = Math.max(0, Math.min(to, timeline.length) - start);
  const inside = <T extends { readonly tick: number }>(items: readonly T[]): T[] =>
    items
      .filter((item) => item.tick >= start && item.tick < start + length)
      .map((item) => ({ ...item, tick: item.tick - start }));
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
    events: inside(timeline.events).map((event) => ({
      ...event,
      length: Math.min(event.length, length - event.tick),
      stopsAt: event.stopsAt === null || event.stopsAt - start >= length ? null : event.stopsAt - start,
    })),
  };
}
