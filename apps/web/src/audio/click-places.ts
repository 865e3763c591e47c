import type { Timeline } from '@plucky/core/play';
import { barTicks, beatTicks } from '@plucky/core/time';

/** The beats of a timeline, each with whether a bar begins on it. */
export function clickPlaces({ meters, length }: Timeline): { tick: number; onBar: boolean }[] {
  return meters.flatMap(({ tick, meter }, i) => {
    const end = meters[i + 1]?.tick ?? length;
    const beat = beatTicks(meter);
    return Array.from({ length: Math.ceil((end - tick) / beat) }, (_, n) => ({
      tick: tick + n * beat,
      onBar: (n * beat) % barTicks(meter) === 0,
    }));
  });
}
