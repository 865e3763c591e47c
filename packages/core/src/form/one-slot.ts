import { LIMITS } from '../limits.ts';
import { stretchOf } from '../song/layers.ts';
import type { Refusal } from '../song/outcome.ts';
import { type Slot } from '../song/records.ts';
import { TOO_MANY_LAYERS } from './split.ts';

/**
 * Slots that follow one another as a single one that plays the same: each layer in its stretch. It is known by the id of
 * the last one, and lands and slows as that does. Refused when one before the last lands or slows, for more layers than a
 * slot has, and for more than 64 bars of 4/4.
 */
export function inOneSlot(slots: readonly Slot[]): Slot | Refusal {
  const last = slots.at(-1);
  const ends = endOfSlots(slots);
  if (!last) return { reason: 'There is no slot.' };
  if ('reason' in ends) return ends;
  const length = slots.reduce((sum, slot) => sum + slot.length, 0);
  if (length > LIMITS.slot) return { reason: 'A slot is at most 64 bars of 4/4 long.' };
  let start = 0;
  const layers = slots.flatMap((slot) => {
    const [from, end] = [start, start + slot.length];
    start = end;
    return slot.layers.flatMap((layer) => {
      const stretch = stretchOf(layer, slot.length);
      return stretch ? [{ ...layer, from: from + stretch.from, to: from + stretch.to }] : [];
    });
  });
  if (layers.length > LIMITS.layers) return TOO_MANY_LAYERS;
  return { ...last, ...ends, length, layers };
}

/** How one slot ends that takes the place of several. Refused when one before the last lands or slows. */
export function endOfSlots(slots: readonly Slot[]): Pick<Slot, 'landing' | 'slows'> | Refusal {
  const last = slots.at(-1);
  if (slots.some((slot) => slot !== last && (slot.landing || slot.slows)))
    return { reason: 'A slot before the last one lands or slows down, which would be lost.' };
  if (!last) return {};
  const { landing, slows } = last;
  return {
    ...(landing ? { landing } : {}),
    // A longer slot would slow for longer.
    ...(slows ? { slows: { ...slows, over: Math.min(slows.over, last.length) } } : {}),
  };
}
