import { tempoAt } from '../time/tempo-map.ts';
import type { ControlEvent, Timeline } from './events.ts';

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
    meters: [
      ...(meter ? [{ tick: 0, meter }] : []),
      ...inside(timeline.meters).filter((one) => one.tick > 0),
    ],
    tempos: [
      { tick: 0, tempo: tempoAt(timeline.tempos, start) },
      ...inside(timeline.tempos).filter((one) => one.tick > 0),
    ],
    markers: inside(timeline.markers),
    controls: [...heldAt(timeline, start), ...inside(timeline.controls)],
    events: inside(timeline.events).map((event) => ({
      ...event,
      length: Math.min(event.length, length - event.tick),
      stopsAt: event.stopsAt === null || event.stopsAt - start >= length ? null : event.stopsAt - start,
    })),
  };
}

/** What each lane's controls last said before a place, put at the start of the slice. */
function heldAt({ controls }: Timeline, start: number): readonly ControlEvent[] {
  const held = new Map<string, ControlEvent>();
  for (const event of controls) {
    if (event.tick >= start) break;
    held.set(`${event.lane} ${event.kind}`, { ...event, tick: 0 });
  }
  const anew = controls.filter((event) => event.tick === start);
  return [...held.values()].filter(
    ({ lane, kind }) => !anew.some((event) => event.lane === lane && event.kind === kind),
  );
}
