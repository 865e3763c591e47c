import { barTicks } from '../../time/index.ts';
import type { Timeline } from './events.ts';

/**
 * Where each bar of a timeline begins, in ticks; a bar that the next meter cuts short ends there.
 * @example barLines({ length: 4800, meters: [{ tick: 0, meter: meter(3, 4) }] }) // => [0, 2880]
 */
export function barLines({ meters, length }: Pick<Timeline, 'meters' | 'length'>): readonly number[] {
  return meters.flatMap(({ tick, meter }, i) => {
    const until = Math.min(length, meters[i + 1]?.tick ?? length);
    const bar = barTicks(meter);
    return Array.from({ length: Math.max(0, Math.ceil((until - tick) / bar)) }, (_, n) => tick + n * bar);
  });
}
