import type { TempoMap, TempoPoint } from '../time/tempo-map.ts';
import { PPQ } from '../time/ticks.ts';
import type { Stretch } from './stretches.ts';

/** How far apart the tempos of a slowing stand, in ticks: a 16th note. */
export const SLOWING_STEP = PPQ / 4;

/**
 * The tempos of stretches that begin at `origin` ticks of the song: its own, and in the last ticks of a slot that slows a
 * new one at every 16th, on a straight line to the slot's last. What follows such a slot is in the song's tempo again.
 */
export function tempoMapOf(stretches: readonly Stretch[], origin: number, tempo: number): TempoMap {
  const points: TempoPoint[] = [{ tick: 0, tempo }];
  for (const { slot, start } of stretches) {
    if (!slot.slows) continue;
    const end = start - origin + slot.length;
    const over = Math.min(slot.slows.over, slot.length);
    const from = end - over;
    const steps = Math.max(1, Math.floor(over / SLOWING_STEP));
    const last = (tempo * slot.slows.to) / 100;
    const slowed = Array.from({ length: steps }, (_, i) => ({
      tick: from + i * SLOWING_STEP,
      tempo: tempo + ((last - tempo) * (i + 1)) / steps,
    }));
    if (points.at(-1)?.tick === from) points.pop();
    points.push(...slowed, { tick: end, tempo });
  }
  const length = stretches.reduce((sum, { slot }) => sum + slot.length, 0);
  return points.filter((point) => point.tick < Math.max(1, length));
}
