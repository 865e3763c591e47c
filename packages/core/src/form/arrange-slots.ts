import {
  type Id,
  indexOf,
  landingWithin,
  type Layer,
  LIMITS,
  omit,
  type Outcome,
  plays,
  type Section,
  type Slot,
  type SongDocument,
  type Voice,
} from '../song/index.ts';
import { cutSlot } from './cut-slot.ts';
import { editSection, sectionsOf, type SlotIn, slotsInWords } from './edit-section.ts';
import { keepingStarts, playedSlots, startOf } from './going-on.ts';
import { resolveLayer } from './layer.ts';
import { movedTogether } from './moved-together.ts';
import { inOneSlot } from './one-slot.ts';
import { rollBeyond } from './roll-beyond.ts';

/** Adds slots at `index` of a section (0 is its start), or at its end. Refused for more than a section has room for. */
export function addSlots(
  document: SongDocument,
  section: Id,
  slots: readonly Slot[],
  index?: number,
): Outcome {
  const record = indexOf(document).section(section);
  if (!record || !slots.length) return null;
  if (record.slots.length + slots.length > LIMITS.slotsOfSection)
    return { reason: `A section has at most ${LIMITS.slotsOfSection} slots.` };
  return editSection(document, section, `add ${slotsInWords(slots)}`, (before) => ({
    ...before,
    slots: before.slots.toSpliced(index ?? before.slots.length, 0, ...slots),
  }));
}

/** Removes slots, of one section or several; null where none of them is there. */
export function removeSlots(document: SongDocument, slots: readonly SlotIn[]): Outcome {
  const put = sectionsOf(document, slots).flatMap(([section, ids]) => {
    const left = section.slots.filter((slot) => !ids.has(slot.id));
    return left.length === section.slots.length ? [] : [{ ...section, slots: left }];
  });
  return put.length ? { label: `remove ${slotsInWords(slots)}`, put, remove: [] } : null;
}

/** Moves a slot to the place `to` in its section, counted from 0; others that are chosen go with it, beside it. */
export function moveSlots(document: SongDocument, section: Id, ids: readonly Id[], to: number): Outcome {
  return editSection(document, section, `move ${slotsInWords(ids)}`, (before) => {
    const slots = movedTogether(before.slots, ids, to);
    return slots && { ...before, slots };
  });
}

/** Lets two slots of one section, or of two, change places. */
export function swapSlots(document: SongDocument, one: SlotIn, other: SlotIn): Outcome {
  const slotOf = ({ section, slot }: SlotIn) =>
    indexOf(document)
      .section(section)
      ?.slots.find(({ id }) => id === slot);
  const [first, second] = [slotOf(one), slotOf(other)];
  if (!first || !second) return null;
  if (one.section === other.section && one.slot === other.slot) return null;
  // Two sections may call their slots the same: one that comes from another takes the id of its place.
  const isWithin = one.section === other.section;
  const inPlace = (slot: Slot, by: Slot) => (isWithin ? by : { ...by, id: slot.id });
  const put = sectionsOf(document, [one, other]).map(([section]) => ({
    ...section,
    slots: section.slots.map((slot) => {
      if (section.id === one.section && slot.id === one.slot) return inPlace(slot, second);
      if (section.id === other.section && slot.id === other.slot) return inPlace(slot, first);
      return slot;
    }),
  }));
  return { label: 'swap two slots', put, remove: [] };
}

/** The chosen slots of a song as they are, in the order of their sections. */
export function copySlots(document: SongDocument, slots: readonly SlotIn[]): readonly Slot[] {
  return sectionsOf(document, slots).flatMap(([section, ids]) =>
    section.slots.filter((slot) => ids.has(slot.id)),
  );
}

/**
 * Slots that were copied as they can be in a song: without layers, landings and rows that it has not any more, each under an
 * id that `idFor` gives.
 */
export function pastedSlots(
  document: SongDocument,
  copied: readonly Slot[],
  idFor: (i: number) => Id,
): Slot[] {
  const { pattern, voice } = indexOf(document);
  return copied.map(({ landing, ...slot }, i) => ({
    ...slot,
    id: idFor(i),
    layers: slot.layers.flatMap((layer): Layer[] => {
      if (!pattern(layer.pattern)) return [];
      return [{ ...omit(layer, 'drawn'), silencedVoices: layer.silencedVoices.filter((row) => voice(row)) }];
    }),
    ...(landing && voice(landing.voice)
      ? { landing: landingWithin(landing, (row) => voice(row) !== undefined) }
      : {}),
  }));
}

/** Puts slots in the place of chosen ones of a section; null when none of these is left. */
export function replaceSlots(
  document: SongDocument,
  section: Id,
  ids: readonly Id[],
  by: readonly Slot[],
): Outcome {
  return editSection(document, section, `paste over ${slotsInWords(ids)}`, (before) => {
    const at = before.slots.findIndex((slot) => ids.includes(slot.id));
    if (at < 0) return null;
    const left = before.slots.filter((slot) => !ids.includes(slot.id));
    return { ...before, slots: left.toSpliced(at, 0, ...by) };
  });
}

/** Repeats slots right after the last of them, each under an id that `idFor` gives. */
export function duplicateSlots(
  document: SongDocument,
  section: Id,
  ids: readonly Id[],
  idFor: (i: number) => Id,
): Outcome {
  const record = indexOf(document).section(section);
  const last = record?.slots.findLastIndex((slot) => ids.includes(slot.id)) ?? -1;
  if (!record || last < 0) return null;
  const copies = record.slots
    .filter((slot) => ids.includes(slot.id))
    .map((slot, i) => ({ ...slot, id: idFor(i), layers: slot.layers.map((layer) => omit(layer, 'drawn')) }));
  return addSlots(document, section, copies, last + 1);
}

/**
 * Cuts a slot in two at a place in ticks from its start; what it plays goes on in the second one, which has the id given, and
 * sounds as before. Refused outside the slot and within a roll.
 */
export function cutSlotAt(document: SongDocument, { section, slot }: SlotIn, at: number, id: Id): Outcome {
  const record = indexOf(document).section(section);
  const played = record && playedSlots(document, record).find((one) => one.id === slot);
  if (!played) return null;
  if (at <= 0 || at >= played.length) return { reason: 'A slot is cut somewhere within it.' };
  const rolled = rolledOver(document, played, at);
  if (rolled) return { reason: `A roll of ${rolled.name} sounds over that place, and would be cut off.` };
  const [first, second] = cutSlot(document, played, at, id);
  return editSection(document, section, 'cut a slot', (before) => {
    const place = before.slots.findIndex((one) => one.id === slot);
    const own = before.slots[place];
    if (!own) return null;
    // A layer that went on from the slot before still does; one that goes on into the second half says so.
    const starts = { ...first, layers: first.layers.map((layer) => asBefore(layer, own)) };
    const cut = before.slots.toSpliced(place, 1, starts, second);
    return {
      ...before,
      slots: cut.with(place + 1, withGoingOn(document, { ...before, slots: cut }, place + 1)),
    };
  });
}

/** The voice that rolls over a place of a slot, in ticks from its start; undefined for none. */
function rolledOver(document: SongDocument, slot: Slot, at: number): Voice | undefined {
  for (const layer of slot.layers) {
    const played = resolveLayer(document, slot, layer);
    const hit = at < played.from + played.length ? rollBeyond(played, at - played.from) : undefined;
    if (hit) return indexOf(document).voice(hit.voice);
  }
  return undefined;
}

function asBefore(layer: Layer, { layers }: Slot): Layer {
  const was = layers.find((one) => one.pattern === layer.pattern && one.start === 'on');
  return was && (was.from ?? 0) === (layer.from ?? 0) ? { ...layer, start: 'on' } : layer;
}

/** A slot of a section whose layers go on from the slot before wherever that is where they begin anyway. */
function withGoingOn(document: SongDocument, section: Section, place: number): Slot {
  const slot = section.slots[place];
  if (!slot) throw new RangeError(`${section.name} has no slot ${place}.`);
  const on = { ...slot, layers: slot.layers.map((layer): Layer => ({ ...layer, start: 'on' })) };
  const played = playedSlots(document, { ...section, slots: section.slots.with(place, on) })[place];
  const before = section.slots[place - 1];
  const goesOn = (layer: Layer, i: number) =>
    !layer.from && played?.layers[i]?.start === startOf(layer) && before && plays(before, layer.pattern);
  return {
    ...slot,
    layers: slot.layers.map((layer, i): Layer => (goesOn(layer, i) ? { ...layer, start: 'on' } : layer)),
  };
}

/**
 * Joins a slot with those after it that are chosen, layers and all, so that it sounds as before; what goes on through two of
 * them is one layer. Refused as `inOneSlot` is, and for slots that do not follow one another.
 */
export function joinChosen(document: SongDocument, section: Id, ids: readonly Id[]): Outcome {
  const record = indexOf(document).section(section);
  if (!record || ids.length < 2) return null;
  const first = record.slots.findIndex((slot) => ids.includes(slot.id));
  const chosen = record.slots.slice(first, first + ids.length);
  if (!chosen.every((slot) => ids.includes(slot.id)))
    return { reason: 'Only slots that follow one another join.' };
  const joined = inOneSlot(document, playedSlots(document, record).slice(first, first + ids.length));
  if ('reason' in joined) return joined;
  const slots = record.slots.toSpliced(first, ids.length, joined);
  const next = keepingStarts(document, record, { ...record, slots });
  return { label: `join ${slotsInWords(ids)}`, put: [next], remove: [] };
}
