import { LIMITS } from '../limits.ts';
import type { Id } from '../names.ts';
import { resolve } from '../pattern/resolve.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { layersOf, plainLayer } from '../song/layers.ts';
import type { Outcome, Refusal } from '../song/outcome.ts';
import type { Landing, Layer, Section, Slot } from '../song/records.ts';
import { barTicks } from '../time/meter.ts';
import { inOneSlot } from './one-slot.ts';
import { TOO_MANY_LAYERS } from './split.ts';
import { sectionLength, sectionMeter } from './stretches.ts';

/** How a fill is put into a slot. */
export interface Placing {
  /** In place of what its part plays there, or over it. */
  readonly how: 'replace' | 'layer';
  /** What marks the start of whatever follows; null for nothing. */
  readonly landing: Landing | null;
  /** How the slot slows towards its end; absent for as it was. */
  readonly slows?: Slot['slows'] | undefined;
}

/** Places a fill at the end of a slot. Refused when the slot is shorter than it. */
export function placeInSlot(
  document: SongDocument,
  section: Id,
  slot: Id,
  fill: Id,
  placing: Placing,
): Outcome {
  const record = indexOf(document).section(section);
  const at = record?.slots.findIndex((one) => one.id === slot) ?? -1;
  const before = record?.slots[at];
  if (!record || !before) return { reason: 'That slot is gone.' };
  const { pattern } = resolve(document, fill);
  if (before.length < pattern.length) return { reason: `That slot is shorter than ${pattern.name}.` };
  const next = withFill(document, before, fill, before.length, placing);
  if ('reason' in next) return next;
  const slots = record.slots.with(at, next);
  return { label: `place ${pattern.name}`, put: [{ ...record, slots }], remove: [] };
}

/**
 * Places a fill at the end of a section, in its last slot; one that is longer than that slot runs over those before it,
 * which become one slot with it. Refused when the section is shorter than it.
 */
export function placeAtEnd(document: SongDocument, section: Id, fill: Id, placing: Placing): Outcome {
  const record = indexOf(document).section(section);
  if (!record?.slots.length) return { reason: 'That section has no slot to place it in.' };
  const { pattern } = resolve(document, fill);
  if (sectionLength(record) < pattern.length)
    return { reason: `${record.name} is shorter than ${pattern.name}.` };
  let first = record.slots.length - 1;
  const taken = () => record.slots.slice(first);
  while (taken().reduce((sum, slot) => sum + slot.length, 0) < pattern.length) first--;
  const slot = taken().length > 1 ? inOneSlot(taken()) : record.slots[first];
  if (!slot) return { reason: 'That section has no slot to place it in.' };
  if ('reason' in slot) return slot;
  const filled = withFill(document, slot, fill, slot.length, placing);
  if ('reason' in filled) return filled;
  const slots = [...record.slots.slice(0, first), filled];
  return { label: `place ${pattern.name}`, put: [{ ...record, slots }], remove: [] };
}

/**
 * Places a fill at the end of every `bars`-th bar of a section, from the last one back. Left out are bars where what is
 * played would start anew in the middle of its pattern, and those before which a slot begins too late. Refused when none
 * is left.
 */
export function placeEvery(
  document: SongDocument,
  section: Id,
  bars: number,
  fill: Id,
  placing: Placing,
): Outcome {
  const record = indexOf(document).section(section);
  if (!record) return { reason: 'That section is gone.' };
  const { pattern } = resolve(document, fill);
  const step = bars * barTicks(sectionMeter(document, record));
  let slots = record.slots;
  let count = 0;
  for (let end = Math.floor(sectionLength(record) / step) * step; end > 0; end -= step) {
    const found = slotEndingBy({ ...record, slots }, end, pattern.length);
    if (!found) continue;
    const { slot, index, inSlot } = found;
    if (inSlot < slot.length && !canStartAt(document, slot, inSlot, pattern.part)) continue;
    const filled = withFill(document, slot, fill, inSlot, placing);
    if ('reason' in filled) return filled;
    slots = slots.with(index, filled);
    count++;
  }
  if (!count) return { reason: `No bar of ${record.name} has room for ${pattern.name}.` };
  return { label: `place ${pattern.name} ${count}×`, put: [{ ...record, slots }], remove: [] };
}

/** The slot that holds the `length` ticks before a place of the section, and where in it that place is. */
function slotEndingBy(section: Section, end: number, length: number) {
  let start = 0;
  for (const [index, slot] of section.slots.entries()) {
    const inSlot = end - start;
    if (inSlot <= slot.length) return inSlot >= length ? { slot, index, inSlot } : null;
    start += slot.length;
  }
  return null;
}

/** Whether what a part plays begins a new round of its pattern at a place of the slot. */
function canStartAt(document: SongDocument, slot: Slot, at: number, part: Id): boolean {
  return layersOf(document, slot, part).here.every(
    (layer) => (at - (layer.from ?? 0)) % resolve(document, layer.pattern).pattern.length === 0,
  );
}

/** The slot with a fill that ends at `end` ticks. Refused when it would layer too many patterns. */
function withFill(
  document: SongDocument,
  slot: Slot,
  fill: Id,
  end: number,
  placing: Placing,
): Slot | Refusal {
  const { pattern } = resolve(document, fill);
  const from = end - pattern.length;
  const { here: own, others } = layersOf(document, slot, pattern.part);
  const kept = placing.how === 'layer' ? own : own.flatMap((layer) => around(layer, from, end, slot.length));
  const isLast = end === slot.length;
  const landing = isLast && placing.landing ? { landing: placing.landing } : {};
  const slows = isLast && placing.slows ? { slows: placing.slows } : {};
  const placed = { ...plainLayer(fill), from, ...(end < slot.length ? { to: end } : {}) };
  const layers = [...kept, placed, ...others];
  return layers.length > LIMITS.layers ? TOO_MANY_LAYERS : { ...slot, ...landing, ...slows, layers };
}

/** What is left of a layer before and after a stretch; its edits stay with the part before. */
function around(layer: Layer, from: number, end: number, length: number): Layer[] {
  const [start, stop] = [layer.from ?? 0, layer.to ?? length];
  if (stop <= from || start >= end) return [layer];
  return [
    ...(start < from ? [{ ...layer, to: from }] : []),
    ...(stop > end
      ? [
          {
            ...plainLayer(layer.pattern),
            silencedVoices: layer.silencedVoices,
            from: end,
            ...(stop < length ? { to: stop } : {}),
          },
        ]
      : []),
  ];
}
