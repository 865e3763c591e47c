import { LIMITS } from '../limits.ts';
import { type Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import { isEndRole, layersOf, mainLayer, plainLayer, stretchOf } from '../song/layers.ts';
import type { Outcome } from '../song/outcome.ts';
import { type Layer, type Pattern, type Section, type SectionRole, type Slot } from '../song/records.ts';
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

/**
 * Sets a slot's length in ticks, from one beat to 64 bars of 4/4. What stands at its end stays there and plays once; what it
 * becomes too short for is hidden and comes back with the length. A slot that a fill fills alone begins with the groove that
 * the fill follows when it gets longer.
 */
export function resizeSlot(document: SongDocument, section: Id, slot: Id, length: number): Outcome {
  const record = indexOf(document).section(section);
  if (!record) return null;
  if (length < beatTicks(sectionMeter(document, record)))
    return { reason: 'A slot is at least one beat long.' };
  if (length > LIMITS.slot) return { reason: 'A slot is at most 64 bars of 4/4 long.' };
  return editSlot(document, section, slot, 'resize a slot', (before) => {
    if (before.length === length) return null;
    const layers = before.layers.flatMap((layer) => endKept(document, layer, length));
    return { ...before, length, layers: layers.length > LIMITS.layers ? before.layers : layers };
  });
}

/** A layer in a slot of another length: what ends a phrase goes to the slot's end rather than round again. */
function endKept(document: SongDocument, layer: Layer, length: number): readonly Layer[] {
  const pattern = indexOf(document).pattern(layer.pattern);
  if (!pattern || !isEndRole(pattern.role)) return [layer];
  if (layer.from !== undefined || layer.to !== undefined || length <= pattern.length) return [layer];
  const groove = pattern.parent === undefined ? [] : [{ ...plainLayer(pattern.parent), to: -pattern.length }];
  return [...groove, { ...layer, from: -pattern.length }];
}

/** The patterns of a slot's layers that it is too short for. */
export function hiddenIn(document: SongDocument, { layers, length }: Slot): readonly Pattern[] {
  return layers.flatMap((layer) =>
    stretchOf(layer, length) ? [] : (indexOf(document).pattern(layer.pattern) ?? []),
  );
}

/**
 * Plays `pattern` for its part in this slot, instead of the one that the part plays through it; each layer that plays that
 * one keeps its stretch, its silenced rows and its edits, and every other layer stays, an end too. With null the part is
 * tacet.
 */
export function setSlotPattern(
  document: SongDocument,
  section: Id,
  slot: Id,
  part: Id,
  pattern: Id | null,
): Outcome {
  return editSlot(document, section, slot, pattern === null ? 'tacet' : 'choose a pattern', (before) => {
    const { here, others } = layersOf(document, before, part);
    if (pattern === null) return here.length ? { ...before, layers: others } : null;
    const played = mainLayer(document, before, part)?.pattern;
    if (played === pattern) return null;
    if (played === undefined)
      return { ...before, layers: withLayer(document, before.layers, plainLayer(pattern)) };
    const layers = before.layers.map((layer) => (layer.pattern === played ? { ...layer, pattern } : layer));
    return { ...before, layers };
  });
}

/** The layers with one more, which stands after those of its part and of the parts before it. */
function withLayer(document: SongDocument, layers: readonly Layer[], layer: Layer): readonly Layer[] {
  const { parts, pattern } = indexOf(document);
  const orderOf = ({ pattern: id }: Layer) => parts.findIndex((part) => part.id === pattern(id)?.part);
  const after = layers.findLastIndex((one) => orderOf(one) <= orderOf(layer));
  return layers.toSpliced(after + 1, 0, layer);
}

/** Layers one more pattern over the slot; the rows that are silent there stay so. */
export function addLayer(document: SongDocument, section: Id, slot: Id, layer: Layer): Outcome {
  const part = indexOf(document).pattern(layer.pattern)?.part ?? '';
  return editSlot(document, section, slot, 'layer a pattern', (before) => {
    const silencedVoices = [...new Set([...layer.silencedVoices, ...silentRows(document, before, part)])];
    return { ...before, layers: withLayer(document, before.layers, { ...layer, silencedVoices }) };
  });
}

export function removeLayer(document: SongDocument, section: Id, slot: Id, index: number): Outcome {
  return editSlot(document, section, slot, 'remove a layer', (before) =>
    before.layers[index] ? { ...before, layers: before.layers.toSpliced(index, 1) } : null,
  );
}

/** The rows of a part that every one of its layers silences in a slot: those that are silent there. */
export function silentRows(document: SongDocument, slot: Slot, part: Id): readonly Id[] {
  const { here } = layersOf(document, slot, part);
  const [first] = here;
  return (first?.silencedVoices ?? []).filter((voice) =>
    here.every((layer) => layer.silencedVoices.includes(voice)),
  );
}

/** Silences a voice in this slot only, in every layer of its part, or brings it back. `null` where its part plays nothing. */
export function toggleSlotVoice(document: SongDocument, section: Id, slot: Id, voice: Id): Outcome {
  const part = indexOf(document).voice(voice)?.part ?? '';
  return editSlot(document, section, slot, 'silence a row in a slot', (before) => {
    const { here } = layersOf(document, before, part);
    if (!here.length) return null;
    const isSilent = silentRows(document, before, part).includes(voice);
    const layers = before.layers.map((layer) => {
      if (!here.includes(layer)) return layer;
      const rest = layer.silencedVoices.filter((id) => id !== voice);
      return { ...layer, silencedVoices: isSilent ? rest : [...rest, voice] };
    });
    return { ...before, layers };
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
