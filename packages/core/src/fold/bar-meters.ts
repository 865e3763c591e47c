import {
  type BarMeter,
  barTicks,
  type Meter,
  meter as meterOf,
  MOST_BEATS,
  shortBar,
} from '../time/index.ts';
import type { Bar } from './arrived.ts';

/** A meter as a section or a slot can have it; null where it cannot. */
function storable({ beats, unit, groups }: BarMeter): Meter | null {
  if (beats > MOST_BEATS || (unit !== 2 && unit !== 4 && unit !== 8 && unit !== 16)) return null;
  return { beats, unit, groups };
}

/** A bar's meter as a section can have it, of one that is cut short in what is left of it; null where it cannot. */
export function sectionMeter({ meter, length }: Bar): Meter | null {
  const own = storable(meter);
  if (!own || barTicks(own) === length) return own;
  const short = shortBar(length, own);
  return short && storable(short);
}

/** The meter that most bars of a file have. */
export function usualMeter(bars: readonly Bar[]): Meter {
  const counts = new Map<string, { meter: Meter; bars: number }>();
  for (const bar of bars) {
    const meter = sectionMeter(bar);
    if (!meter) continue;
    const key = `${meter.beats}/${meter.unit}`;
    const known = counts.get(key);
    if (known) known.bars++;
    else counts.set(key, { meter, bars: 1 });
  }
  const [usual] = [...counts.values()].sort((a, b) => b.bars - a.bars);
  return usual?.meter ?? meterOf(4, 4);
}
