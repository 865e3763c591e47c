import { PPQ, type TempoMap, type TempoPoint } from '../time/index.ts';

/** Distance between the tempos of a slowing or of a ramp, in ticks: a 16th note. */
export const TEMPO_STEP = PPQ / 4;

/** A stretch that slows down, in ticks: over the `over` before `end` on a straight line to a share (percent) of the tempo. */
export interface Slowing {
  readonly end: number;
  readonly over: number;
  readonly to: number;
}

const stepCount = (over: number) => Math.max(1, Math.floor(over / TEMPO_STEP));

/** The ticks at which a slowing takes a new tempo, from its start on. */
export function slowingSteps({ end, over }: Slowing): number[] {
  return Array.from({ length: stepCount(over) }, (_, i) => end - over + i * TEMPO_STEP);
}

/** The tempo at a tick of a slowing that would be `tempo` without it; before the slowing that is it. */
export function slowedAt({ end, over, to }: Slowing, tick: number, tempo: number): number {
  if (tick < end - over) return tempo;
  const steps = stepCount(over);
  const step = Math.min(steps, Math.floor((tick - end + over) / TEMPO_STEP) + 1);
  return tempo + (((tempo * to) / 100 - tempo) * step) / steps;
}

/**
 * The tempos of a song of `length` ticks in one tempo that slows down in places: over each slowing a new one at every 16th.
 * What follows a slowing is in the song's tempo again. Slowings are in order and do not overlap.
 */
export function slowedTempos(slowings: readonly Slowing[], tempo: number, length: number): TempoMap {
  const points: TempoPoint[] = [{ tick: 0, tempo }];
  for (const slowing of slowings) {
    const slowed = slowingSteps(slowing).map((tick) => ({ tick, tempo: slowedAt(slowing, tick, tempo) }));
    if (points.at(-1)?.tick === slowed[0]?.tick) points.pop();
    points.push(...slowed, { tick: slowing.end, tempo });
  }
  return points.filter((point) => point.tick < Math.max(1, length));
}
