import { tempoAt } from '../time/tempo-map.ts';
import type { Timeline } from './events.ts';

/** A stretch of a timeline by itself, `from` and `length` in ticks: what begins in it, cut where it ends. */
export function windowOfTimeline(timeline: Timeline, from: number, length: number): Timeline {
  const to = from + length;
  const isInside = ({ tick }: { readonly tick: number }) => tick >= from && tick < to;
  const moved = <T extends { readonly tick: number }>(one: T): T => ({ ...one, tick: one.tick - from });
  const before = timeline.meters.findLast(({ tick }) => tick <= from);
  return {
    ...timeline,
    length,
    tempos: [
      { tick: 0, tempo: tempoAt(timeline.tempos, from) },
      ...timeline.tempos.filter((one) => isInside(one) && one.tick > from).map(moved),
    ],
    meters: [
      ...(before ? [{ ...before, tick: 0 }] : []),
      ...timeline.meters.filter((one) => isInside(one) && one.tick > from).map(moved),
    ],
    markers: timeline.markers.filter(isInside).map(moved),
    events: timeline.events.filter(isInside).map((event) => ({
      ...moved(event),
      length: Math.min(event.length, to - event.tick),
      stopsAt: event.stopsAt === null ? null : event.stopsAt - from,
    })),
    controls: timeline.controls.filter(isInside).map(moved),
  };
}
