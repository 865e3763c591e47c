import { indexOf, type SongDocument } from './document.ts';
import type { Id } from './names.ts';
import { type Layer, NO_EDITS, type PatternRole, type Section, type Slot } from './records.ts';

/** A layer that plays a pattern as it is, through the whole of its slot. */
export function plainLayer(pattern: Id): Layer {
  return { pattern, silencedVoices: [], ...NO_EDITS };
}

/** The ids of the patterns that a section plays, each once. */
export function patternsIn({ slots }: Pick<Section, 'slots'>): readonly Id[] {
  return [...new Set(slots.flatMap((slot) => slot.layers.map((layer) => layer.pattern)))];
}

/** A stretch of a slot, in ticks from its start. */
export interface LayerStretch {
  readonly from: number;
  readonly to: number;
}

/**
 * Where a layer plays in a slot of `length` ticks; null where it lies outside it and is hidden. Places below 0 count from
 * the slot's end. One that would begin before the slot is hidden until the slot is long enough; what stops for it plays on.
 */
export function stretchOf({ from = 0, to }: Pick<Layer, 'from' | 'to'>, length: number): LayerStretch | null {
  const start = from < 0 ? length + from : from;
  const stop = to === undefined || to + length < 0 ? length : to < 0 ? length + to : Math.min(to, length);
  return start < 0 || start >= stop ? null : { from: start, to: stop };
}

/** Number of ticks that a layer plays in a slot of `length` ticks; 0 for a hidden layer. */
export function layerLength(layer: Layer, length: number): number {
  const stretch = stretchOf(layer, length);
  return stretch ? stretch.to - stretch.from : 0;
}

/** The fields that say a stretch of a slot of `length` ticks from its start, as shortly as can be. */
export function saidStretch({ from, to }: LayerStretch, length: number): Pick<Layer, 'from' | 'to'> {
  return { ...(from > 0 ? { from } : {}), ...(to < length ? { to } : {}) };
}

/** Roles at the end of a phrase: such a pattern stays there, and is written over only when asked. */
const END_ROLES: ReadonlySet<PatternRole> = new Set(['fill', 'build-up', 'break', 'ending']);

/** True for a role that stands at the end of a phrase rather than all through it. */
export function isEndRole(role: PatternRole | undefined): boolean {
  return role !== undefined && END_ROLES.has(role);
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

/** The layer that a part plays through a slot: its first one from the slot's start, or its first where none is. */
export function mainLayer(document: SongDocument, slot: Slot, part: Id): Layer | undefined {
  const { here } = layersOf(document, slot, part);
  return here.find((layer) => !layer.from) ?? here[0];
}

/** The layer after which a slot is called: what the first part that plays in it plays through it; undefined for a rest. */
export function leadingLayer(document: SongDocument, slot: Slot): Layer | undefined {
  for (const { id } of indexOf(document).parts) {
    const main = mainLayer(document, slot, id);
    if (main) return main;
  }
  return undefined;
}
