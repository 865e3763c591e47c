import type { ResolvedHit } from '../../song/index.ts';
import { barTicks, type Meter } from '../../time/index.ts';

/** The sounding hits of a layer by the bar of its section; `shift` ticks lie between the section's start and the layer's. */
export function soundingBars(
  hits: readonly ResolvedHit[],
  shift: number,
  meter: Meter,
): ReadonlyMap<number, readonly ResolvedHit[]> {
  const bars = new Map<number, ResolvedHit[]>();
  for (const hit of hits) {
    if (hit.origin === 'silenced') continue;
    const nth = Math.floor((shift + hit.at) / barTicks(meter));
    const known = bars.get(nth);
    if (known) known.push(hit);
    else bars.set(nth, [hit]);
  }
  return bars;
}
