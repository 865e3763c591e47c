import { isTail, type Stretch } from '../../form/index.ts';
import { saysSame } from '../../song/index.ts';
import { type BarMeter, barTicks, type Meter, modulo, shortBar } from '../../time/index.ts';
import type { Timeline } from './events.ts';

/**
 * The meters of stretches that begin at `origin` ticks of the song, each where it changes. Every round of a section and every
 * change of meter begins a bar: where the one before stops within a bar, and at the end, that bar has a meter of its own, such
 * as 2/4.
 */
export function metersOf(stretches: readonly Stretch[], origin: number, usual: Meter): Timeline['meters'] {
  const meters: { tick: number; meter: BarMeter }[] = [];
  let begun: Stretch | null = null;
  for (const stretch of stretches) {
    const { start, meter } = stretch;
    const isNew =
      begun !== null && (stretch.inSection === 0 || isTail(stretch) || !saysSame(stretch.meter, begun.meter));
    const short = begun && isNew ? shortEnd(start - begun.start + begun.counted, begun.meter) : null;
    if (short?.meter) meters.push({ tick: start - short.over - origin, meter: short.meter });
    // A section may say the song's own meter once more.
    if (short || !saysSame(meters.at(-1)?.meter, meter)) meters.push({ tick: start - origin, meter });
    if (!begun || isNew) begun = stretch;
  }
  const last = stretches.at(-1);
  if (!begun || !last) return [{ tick: 0, meter: usual }];
  const end = last.start + last.slot.length;
  return endedShort(meters, end - origin, shortEnd(end - begun.start + begun.counted, begun.meter));
}

/** The meters of so many ticks that are all in one, the last of them of its own where they end within a bar. */
export function metersOver(meter: Meter, length: number): Timeline['meters'] {
  return endedShort([{ tick: 0, meter }], length, shortEnd(length, meter));
}

/** The bar in which bars of a meter end after so many ticks, where it is no whole one. */
interface ShortEnd {
  /** Length in ticks. */
  readonly over: number;
  /** Null where no notes fill it. */
  readonly meter: BarMeter | null;
}

function shortEnd(ticks: number, meter: Meter): ShortEnd | null {
  const over = modulo(ticks, barTicks(meter));
  return over ? { over, meter: shortBar(over, meter) } : null;
}

function endedShort(meters: Timeline['meters'], length: number, short: ShortEnd | null): Timeline['meters'] {
  const tick = length - (short?.over ?? 0);
  if (!short?.meter || tick < 0) return meters;
  return [...meters.filter((one) => one.tick < tick), { tick, meter: short.meter }];
}
