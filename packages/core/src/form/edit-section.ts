import { LIMITS } from '../limits.ts';
import { type Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { layersOf, plainLayer } from '../song/layers.ts';
import type { Outcome } from '../song/outcome.ts';
import { type Layer, type Section, type SectionRole, type Slot } from '../song/records.ts';
import { beatTicks } from '../time/meter.ts';
import { moved } from './edit-form.ts';
import { sectionMeter } from './stretches.ts';

export function renameSection(document: SongDocument, id: Id, name: string): Outcome {
  return edit(document, id, 'rename', (section) => (section.name === name ? null : { ...section, name }));
}

export function setSectionRole(document: SongDocument, id: Id, role: SectionRole): Outcome {
  return edit(document, id, 'change the role', (section) =>
    section.role === role ? null : { ...section, role },
  );
}

/** Adds a slot at `index` (0 is the section's start), or at the end. */
export function addSlot(document: SongDocument, section: Id, slot: Slot, index?: number): Outcome {
  return edit(document, section, 'add a slot', (record) => ({
    ...record,
    slots: record.slots.toSpliced(index ?? record.slots.length, 0, slot),
  }));
}

export function removeSlot(document: SongDocument, section: Id, slot: Id): Outcome {
  return edit(document, section, 'remove a slot', (record) => {
    const slots = record.slots.filter((one) => one.id !== slot);
    return slots.length === record.slots.length ? null : { ...record, slots };
  });
}

/** Moves a slot to the place `to` in its section, counted from 0. */
export function moveSlot(document: SongDocument, section: Id, slot: Id, to: number): Outcome {
  return edit(document, section, 'move a slot', (record) => {
    const slots = moved(record.slots, slot, to);
    return slots && { ...record, slots };
  });
}

/** Sets a slot's length in ticks, from one beat to 64 bars of 4/4; layers that it cuts off end with it. */
export function resizeSlot(document: SongDocument, section: Id, slot: Id, length: number): Outcome {
  const record = indexOf(document).section(section);
  if (!record) return null;
  if (length < beatTicks(sectionMeter(document, record)))
    return { reason: 'A slot is at least one beat long.' };
  if (length > LIMITS.slot) return { reason: 'A slot is at most 64 bars of 4/4 long.' };
  return editSlot(document, section, slot, 'resize a slot', (before) =>
    before.length === length
      ? null
      : { ...before, length, layers: before.layers.flatMap((layer) => cutTo(layer, length)) },
  );
}

function cutTo(layer: Layer, length: number): Layer[] {
  if ((layer.from ?? 0) >= length) return [];
  if (layer.to === undefined || layer.to < length) return [layer];
  const { to: _, ...open } = layer;
  return [open];
}

/** Plays `pattern` for its part in this slot, instead of what that part played there; null makes the part tacet. */
export function setSlotPattern(
  document: SongDocument,
  section: Id,
  slot: Id,
  part: Id,
  pattern: Id | null,
): Outcome {
  return editSlot(document, section, slot, pattern === null ? 'tacet' : 'choose a pattern', (before) => {
    const { here: current, others } = layersOf(document, before, part);
    if (pattern === null) return current.length ? { ...before, layers: others } : null;
    if (current.length === 1 && current[0]?.pattern === pattern) return null;
    return { ...before, layers: [...others, plainLayer(pattern)] };
  });
}

/** Layers one more pattern over the slot. */
export function addLayer(document: SongDocument, section: Id, slot: Id, layer: Layer): Outcome {
  return editSlot(document, section, slot, 'layer a pattern', (before) => ({
    ...before,
    layers: [...before.layers, layer],
  }));
}

export function removeLayer(document: SongDocument, section: Id, slot: Id, index: number): Outcome {
  return editSlot(document, section, slot, 'remove a layer', (before) =>
    before.layers[index] ? { ...before, layers: before.layers.toSpliced(index, 1) } : null,
  );
}

/** Silences a voice in this slot only, or brings it back. */
export function toggleSlotVoice(
  document: SongDocument,
  section: Id,
  slot: Id,
  layer: number,
  voice: Id,
): Outcome {
  return editSlot(document, section, slot, 'silence a row in a slot', (before) => {
    const one = before.layers[layer];
    if (!one) return null;
    const silenced = one.silencedVoices.includes(voice);
    const silencedVoices = silenced
      ? one.silencedVoices.filter((id) => id !== voice)
      : [...one.silencedVoices, voice];
    return { ...before, layers: before.layers.with(layer, { ...one, silencedVoices }) };
  });
}

function edit(
  document: SongDocument,
  id: Id,
  label: string,
  change: (section: Section) => Section | null,
): Outcome {
  const section = indexOf(document).section(id);
  const next = section ? change(section) : null;
  return next && { label, put: [next], remove: [] };
}

/** Changes a slot of a section; `null` when the slot is gone or nothing changes. */
export function editSlot(
  document: SongDocument,
  section: Id,
  slot: Id,
  label: string,
  change: (slot: Slot) => Slot | null,
): Outcome {
  return edit(document, section, label, (record) => {
    const index = record.slots.findIndex((one) => one.id === slot);
    const before = record.slots[index];
    const next = before ? change(before) : null;
    return next && { ...record, slots: record.slots.with(index, next) };
  });
}
