import { PPQ, type TempoMap, type TempoPoint } from '../time/index.ts';
import type { Stretch } from './stretches.ts';

/** Distance between the tempos of a slowing, in ticks: a 16th note. */
export const SLOWING_STEP = PPQ / 4;

/** A stretch that slows down, in ticks: over the `over` before `end` on a straight line to a share (percent) of the tempo. */
export interface Slowing {
  readonly end: number;
  readonly over: number;
  readonly to: number;
}

/**
 * The tempos of a song of `length` ticks: its own, and over each slowing a new one at every 16th. What follows a slowing is in
 * the song's tempo again. Slowings are in order and do not overlap.
 */
export function slowedTempos(slowings: readonly Slowing[], tempo: number, length: number): TempoMap {
  const points: TempoPoint[] = [{ tick: 0, tempo }];
  for (const { end, over, to } of slowings) {
    const from = end - over;
    const steps = Math.max(1, Math.floor(over / SLOWING_STEP));
    const last = (tempo * to) / 100;
    const slowed = Array.from({ length: steps }, (_, i) => ({
      tick: from + i * SLOWING_STEP,
      tempo: tempo + ((last - tempo) * (i + 1)) / steps,
    }));
    if (points.at(-1)?.tick === from) points.pop();
    points.push(...slowed, { tick: end, tempo });
  }
  return points.filter((point) => point.tick < Math.max(1, length));
}

/** The tempos of stretches that begin at `origin` ticks of the song, whose slots may slow towards their ends. */
export function tempoMapOf(stretches: readonly Stretch[], origin: number, tempo: number): TempoMap {
  const slowings = stretches.flatMap(({ slot: { slows, length }, start }): Slowing[] =>
    slows ? [{ end: start - origin + length, over: Math.min(slows.over, length), to: slows.to }] : [],
  );
  const length = stretches.reduce((sum, { slot }) => sum + slot.length, 0);
  return slowedTempos(slowings, tempo, length);
}
