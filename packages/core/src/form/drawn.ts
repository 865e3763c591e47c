import { resolve, unroll } from '../pattern/index.ts';
import { type Id, type IdentifiedHit, type Layer, LIMITS, omit, type SongDocument } from '../song/index.ts';
import { modulo } from '../time/index.ts';

// Humanising draws for a hit by its slot and its id there, so a layer that comes out of another slot names
// that slot, and the place in it where the layer began, in ticks.

export type Drawn = NonNullable<Layer['drawn']>;

/** The slot and place that a layer is humanised by; null for a pattern that is not humanised. */
export function drawnIn(document: SongDocument, layer: Layer, slot: Id): Drawn | null {
  if (!resolve(document, layer.pattern).humanise) return null;
  return layer.drawn ?? { slot, after: 0 };
}

/** A layer in a slot, to be humanised as it was. */
export function drawnAs(layer: Layer, slot: Id, drawn: Drawn | null): Layer {
  const rest = omit(layer, 'drawn');
  const isOwn = !drawn || (drawn.slot === slot && drawn.after === 0) || drawn.after > LIMITS.slot;
  return isOwn ? rest : { ...rest, drawn };
}

/** True when the humanising of one layer, which lasts `length` ticks, goes on in another. */
export function goesOnDrawing(one: Drawn | null, other: Drawn | null, length: number): boolean {
  if (!one || !other) return true;
  return one.slot === other.slot && one.after + length === other.after;
}

/** The ids that the hits of a layer had in the slot from which it was cut, by their ids now. */
export function idsAsDrawn(
  hits: readonly IdentifiedHit[],
  now: readonly IdentifiedHit[],
  { period, start, length, after }: { period: number; start: number; length: number; after: number },
): ReadonlyMap<Id, Id> {
  const then = unroll(hits, period, modulo(start - after, period) + after, length, LIMITS.layerHits);
  return new Map(now.map(({ id }, i) => [id, then[i]?.id ?? id]));
}
