import type { Id } from '../names.ts';
import { indexOf, type SongDocument } from './document.ts';
import { type Layer, NO_EDITS, type Slot } from './records.ts';

/** A layer that plays a pattern as it is, through the whole of its slot. */
export function plainLayer(pattern: Id): Layer {
  return { pattern, silencedVoices: [], ...NO_EDITS };
}

/** True when a slot plays a pattern in one of its layers. */
export function plays(slot: Slot, pattern: Id): boolean {
  return slot.layers.some((layer) => layer.pattern === pattern);
}

/** The layers of a slot that belong to a part, and those of the other parts, each in their order. */
export function layersOf(
  document: SongDocument,
  slot: Slot,
  part: Id,
): { readonly here: readonly Layer[]; readonly others: readonly Layer[] } {
  const { pattern } = indexOf(document);
  const here = slot.layers.filter((layer) => pattern(layer.pattern)?.part === part);
  return { here, others: slot.layers.filter((layer) => !here.includes(layer)) };
}
