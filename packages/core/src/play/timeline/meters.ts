import { isTail, type Stretch } from '../../form/index.ts';
import { saysSame } from '../../song/index.ts';
import { type BarMeter, barTicks, type Meter, modulo, shortBar } from '../../time/index.ts';
import type { Timeline } from './events.ts';

/**
 * The meters of stretches that begin at `origin` ticks of the song, each where it changes. Every round of a section begins a
 * bar: where the one before stops within a bar, that bar has a meter of its own, such as 2/4.
 */
export function metersOf(stretches: readonly Stretch[], origin: number, usual: Meter): Timeline['meters'] {
  const meters: { tick: number; meter: BarMeter }[] = [];
  let begun: Stretch | null = null;
  for (const stretch of stretches) {
    const { start, meter } = stretch;
    const isNew = begun !== null && (stretch.inSection === 0 || isTail(stretch));
    const over = begun && isNew ? modulo(start - begun.start + begun.inSection, barTicks(begun.meter)) : 0;
    const short = begun && over ? shortBar(over, begun.meter) : null;
    if (short) meters.push({ tick: start - over - origin, meter: short });
    // A section may say the song's own meter once more.
    if (over || !saysSame(meters.at(-1)?.meter, meter)) meters.push({ tick: start - origin, meter });
    if (!begun || isNew) begun = stretch;
  }
  return meters.length ? meters : [{ tick: 0, meter: usual }];
}
