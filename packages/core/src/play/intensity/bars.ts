import type { ResolvedHit } from '../../song/index.ts';
import { barTicks, groupedBy, type Meter } from '../../time/index.ts';

/** The sounding hits of a layer by the bar of its section; `shift` ticks lie between the section's start and the layer's. */
export function soundingBars(
  hits: readonly ResolvedHit[],
  shift: number,
  meter: Meter,
): ReadonlyMap<number, readonly ResolvedHit[]> {
  const sounding = hits.filter(({ origin }) => origin !== 'silenced');
  return groupedBy(sounding, ({ at }) => Math.floor((shift + at) / barTicks(meter)));
}
