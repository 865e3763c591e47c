import {
  type Id,
  indexOf,
  isEndRole,
  type Layer,
  layersOf,
  LIMITS,
  mainLayer,
  omit,
  type Outcome,
  type Pattern,
  plainLayer,
  saysSame,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { beatTicks } from '../time/index.ts';
import { sectionMeter } from './bars.ts';
import { editSlots, sectionsOf, type SlotIn, slotsInWords } from './edit-section.ts';
import { TOO_MANY_LAYERS } from './split.ts';

/**
 * Sets the length of slots in ticks, from one beat to 64 bars of 4/4. What stands at the end stays there and plays once;
 * what a slot becomes too short for is hidden and comes back with the length. A slot that a fill fills alone begins with the
 * groove that the fill follows when it gets longer.
 */
export function resizeSlots(document: SongDocument, slots: readonly SlotIn[], length: number): Outcome {
  const beats = sectionsOf(document, slots).map(([section]) => beatTicks(sectionMeter(document, section)));
  if (length < Math.max(...beats)) return { reason: 'A slot is at least one beat long.' };
  if (length > LIMITS.slot) return { reason: 'A slot is at most 64 bars of 4/4 long.' };
  return editSlots(document, slots, `resize ${slotsInWords(slots)}`, (before) => {
    return before.length === length ? null : resizedSlot(document, before, length);
  });
}

/** A slot with another length, in ticks: see `resizeSlots`. */
export function resizedSlot(document: SongDocument, slot: Slot, length: number): Slot {
  if (slot.length === length) return slot;
  const layers = slot.layers.flatMap((layer) => endKept(document, layer, length));
  return { ...slot, length, layers: layers.length > LIMITS.layers ? slot.layers : layers };
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
 * Plays `pattern` for its part in slots, instead of the one that the part plays through each; every layer that plays that
 * one keeps its stretch, its silenced rows and its edits, and every other layer stays, an end too. With null the part is
 * tacet.
 */
export function setSlotPattern(
  document: SongDocument,
  slots: readonly SlotIn[],
  part: Id,
  pattern: Id | null,
): Outcome {
  const label = `${pattern === null ? 'tacet' : 'choose a pattern'} in ${slotsInWords(slots)}`;
  return editSlots(document, slots, label, (before) => {
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

/** Layers one more pattern over slots; the rows that are silent there stay so. Refused where a slot has no room for it. */
export function addLayer(document: SongDocument, slots: readonly SlotIn[], layer: Layer): Outcome {
  const part = indexOf(document).pattern(layer.pattern)?.part ?? '';
  const isFull = sectionsOf(document, slots).some(([section, ids]) =>
    section.slots.some((slot) => ids.has(slot.id) && slot.layers.length === LIMITS.layers),
  );
  if (isFull) return TOO_MANY_LAYERS;
  return editSlots(document, slots, `layer a pattern in ${slotsInWords(slots)}`, (before) => {
    const silencedVoices = [...new Set([...layer.silencedVoices, ...silentRows(document, before, part)])];
    return { ...before, layers: withLayer(document, before.layers, { ...layer, silencedVoices }) };
  });
}

/** Removes a layer of a slot, by its index. */
export function removeLayer(document: SongDocument, slot: SlotIn, index: number): Outcome {
  return editSlots(document, [slot], 'remove a layer', (before) =>
    before.layers[index] ? { ...before, layers: before.layers.toSpliced(index, 1) } : null,
  );
}

/** Settings of a layer in its slot, beside its pattern. */
const LAYER_SETTINGS = ['from', 'to', 'start', 'times', 'level'] as const;
/** Settings of a layer, beside its edits. */
export type LayerSettings = Pick<Layer, (typeof LAYER_SETTINGS)[number]>;

/** Sets how a layer plays; a field that is undefined is as usual again. Refused for a stretch that the slot has not. */
export function setLayer(
  document: SongDocument,
  slot: SlotIn,
  index: number,
  settings: LayerSettings,
): Outcome {
  const before = indexOf(document)
    .section(slot.section)
    ?.slots.find((one) => one.id === slot.slot);
  const layer = before?.layers[index];
  if (!layer) return null;
  const set = LAYER_SETTINGS.filter((key) => key in settings);
  if (set.every((key) => saysSame(layer[key], settings[key]))) return null;
  const said = Object.entries<unknown>(settings).filter(([, value]) => value !== undefined);
  const next: Layer = { ...omit(layer, ...set), ...Object.fromEntries(said) };
  if (!stretchOf(next, before.length)) return { reason: 'A layer plays within its slot.' };
  return editSlots(document, [slot], 'set a layer', (one) => ({
    ...one,
    layers: one.layers.with(index, next),
  }));
}

/** The rows of a part that every one of its layers silences in a slot: those that are silent there. */
export function silentRows(document: SongDocument, slot: Slot, part: Id): readonly Id[] {
  const { here } = layersOf(document, slot, part);
  const [first] = here;
  return (first?.silencedVoices ?? []).filter((voice) =>
    here.every((layer) => layer.silencedVoices.includes(voice)),
  );
}

/**
 * Silences a voice in slots only, in every layer of its part, or brings it back where it is silent in all of them already.
 * `null` where its part plays nothing.
 */
export function toggleSlotVoice(document: SongDocument, slots: readonly SlotIn[], voice: Id): Outcome {
  const part = indexOf(document).voice(voice)?.part ?? '';
  const playing = sectionsOf(document, slots).flatMap(([section, ids]) =>
    section.slots.filter((slot) => ids.has(slot.id) && layersOf(document, slot, part).here.length > 0),
  );
  const isSilent = playing.every((slot) => silentRows(document, slot, part).includes(voice));
  return editSlots(document, slots, `silence a row in ${slotsInWords(slots)}`, (before) => {
    const { here } = layersOf(document, before, part);
    const layers = before.layers.map((layer) => {
      if (!here.includes(layer) || layer.silencedVoices.includes(voice) !== isSilent) return layer;
      const rest = layer.silencedVoices.filter((id) => id !== voice);
      return { ...layer, silencedVoices: isSilent ? rest : [...rest, voice] };
    });
    return layers.every((layer, i) => layer === before.layers[i]) ? null : { ...before, layers };
  });
}

/** Takes what a layer of a slot, by its index, says of its own beside its notes away: it says what its pattern says again. */
export function letMessagesGo(document: SongDocument, slot: SlotIn, index: number): Outcome {
  return editSlots(document, [slot], 'controllers as in the pattern', (before) => {
    const layer = before.layers[index];
    if (!layer?.messages) return null;
    return { ...before, layers: before.layers.with(index, omit(layer, 'messages')) };
  });
}
