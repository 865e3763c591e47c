import {
  type Id,
  indexOf,
  type Layer,
  type Section,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { cacheBy, cacheWhileSame } from '../time/index.ts';

const slotsCache = cacheWhileSame<Section['slots'], Section>();

/**
 * The slots of a section with the place said at which every layer begins that goes on from the slot before: where the last
 * layer of its pattern there would be by then; at the pattern's start where the slot before does not play it. The section's
 * own slots where none goes on.
 */
export function playedSlots(document: SongDocument, section: Section): Section['slots'] {
  const patterns = goingCache(section);
  if (!patterns.length) return section.slots;
  const { pattern } = indexOf(document);
  // The places where layers begin depend on the lengths of the patterns that go on.
  return slotsCache(
    section,
    patterns.map((id) => pattern(id)?.length),
    () => {
      const slots: Slot[] = [];
      for (const slot of section.slots) slots.push(withStarts(document, slot, slots.at(-1)));
      return slots;
    },
  );
}

/** A slot of a section as it is played. */
export function playedSlot(document: SongDocument, section: Section, slot: Slot): Slot {
  return playedSlots(document, section).find((one) => one.id === slot.id) ?? slot;
}

/**
 * A section after an edit that is not to be heard beyond its own slots: a layer elsewhere that would go on from another place
 * than before is told to begin where it did.
 */
export function keepingStarts(document: SongDocument, before: Section, after: Section): Section {
  if (!goingCache(before).length) return after;
  const was = new Map(playedSlots(document, before).map((slot) => [slot.id, slot]));
  const now = playedSlots(document, after);
  const slots = after.slots.map((slot, i) => {
    const known = was.get(slot.id);
    if (!known || known.layers.length !== slot.layers.length) return slot;
    const layers = slot.layers.map((layer, j): Layer => {
      const [begun, begins] = [known.layers[j], now[i]?.layers[j]];
      const isOther = begun?.pattern === layer.pattern && begun.start !== begins?.start;
      return layer.start === 'on' && isOther ? { ...layer, start: startOf(begun) } : layer;
    });
    return layers.every((layer, j) => layer === slot.layers[j]) ? slot : { ...slot, layers };
  });
  return { ...after, slots };
}

/** The patterns of a section's layers that go on. */
const goingCache = cacheBy((section: Section): readonly Id[] => {
  const layers = section.slots.flatMap((slot) => slot.layers);
  return [...new Set(layers.flatMap((layer) => (layer.start === 'on' ? layer.pattern : [])))];
});

function withStarts(document: SongDocument, slot: Slot, before: Slot | undefined): Slot {
  if (!slot.layers.some((layer) => layer.start === 'on')) return slot;
  const layers = slot.layers.map((layer): Layer => {
    if (layer.start !== 'on') return layer;
    return { ...layer, start: before ? placeAfter(document, before, layer) : 0 };
  });
  return { ...slot, layers };
}

/** Place of a slot's start in the pattern of a layer that goes on after it, in ticks from the pattern's start. */
function placeAfter(document: SongDocument, before: Slot, { pattern: id, from }: Layer): number {
  const length = indexOf(document).pattern(id)?.length ?? 1;
  const last = before.layers.findLast((one) => one.pattern === id && stretchOf(one, before.length));
  const stretch = last && stretchOf(last, before.length);
  if (!stretch) return 0;
  const later = from !== undefined && from > 0 ? from : 0;
  return (startOf(last) + before.length - stretch.from + later) % length;
}

/** The place in its pattern at which a layer begins, in ticks, once that is said. */
export function startOf({ start }: Layer): number {
  return typeof start === 'number' ? start : 0;
}
