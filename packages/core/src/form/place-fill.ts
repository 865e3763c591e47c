import { resolve } from '../pattern/index.ts';
import {
  freeId,
  type Id,
  indexOf,
  isEndRole,
  type Landing,
  type Layer,
  layersOf,
  LIMITS,
  type Outcome,
  type Pattern,
  plainLayer,
  type Refusal,
  type Section,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { barTicks, PPQ } from '../time/index.ts';
import { sectionBars } from './bars.ts';
import { cutLayer, cutSlot } from './cut-slot.ts';
import { keepingStarts, playedSlot } from './going-on.ts';
import { inOneSlot } from './one-slot.ts';
import { TOO_MANY_LAYERS } from './split.ts';
import { sectionLength, sectionStretches } from './stretches.ts';

/** Settings of a fill in a slot. */
export interface Placing {
  /** In place of what its part plays there, or over it. */
  readonly how: 'replace' | 'layer';
  /** Mark of the start of whatever follows; null for none. */
  readonly landing: Landing | null;
  /** Slowing of the slot towards its end; absent for as it was. */
  readonly slows?: Slot['slows'] | undefined;
  /** Length of the other parts' stop before its end, in ticks; absent where they go on. */
  readonly othersStop?: number | undefined;
  /** True for a fill every so many bars that also replaces fills which are there already. */
  readonly over?: boolean;
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
  const found = record && sectionStretches(document, record).find((one) => one.slot.id === slot);
  if (!found) return { reason: 'That slot is gone.' };
  const { pattern } = resolve(document, fill);
  const { length } = found.slot;
  if (length < pattern.length) return { reason: `That slot is shorter than ${pattern.name}.` };
  return placeAt(document, section, found.inSection + length - pattern.length, fill, placing);
}

/** Places a fill at the end of a section. Refused when the section is shorter than it. */
export function placeAtEnd(document: SongDocument, section: Id, fill: Id, placing: Placing): Outcome {
  const record = indexOf(document).section(section);
  const { pattern } = resolve(document, fill);
  const length = record ? sectionLength(record) : 0;
  return placeAt(document, section, length - pattern.length, fill, placing);
}

/**
 * Places a fill so that it begins at a place of a section, in ticks from its start. One that runs over several slots makes
 * one of them; what it takes the place of goes on after it where it would have been by then. A landing, or a slowing, that
 * is not at a slot's end cuts the slot there. Refused when it does not fit into the section.
 */
export function placeAt(
  document: SongDocument,
  section: Id,
  at: number,
  fill: Id,
  placing: Placing,
): Outcome {
  const record = indexOf(document).section(section);
  if (!record?.slots.length) return { reason: 'That section has no slot to place it in.' };
  const { pattern } = resolve(document, fill);
  const length = sectionLength(record);
  if (length < pattern.length) return { reason: `${record.name} is shorter than ${pattern.name}.` };
  if (at < 0 || at + pattern.length > length)
    return { reason: `${pattern.name} would run over the end of ${record.name}.` };
  const slots = slotsWithFill(document, record, at, fill, placing);
  if ('reason' in slots) return slots;
  const next = keepingStarts(document, record, { ...record, slots: [...slots] });
  return { label: `place ${pattern.name}`, put: [next], remove: [] };
}

/**
 * Places fills at the end of every `bars`-th bar of a section, the first of `fills` first and so on in turn. Left out are
 * places where a slot begins too late, and those that have a fill already, unless the placing goes over them. Refused when
 * none is left.
 */
export function placeEvery(
  document: SongDocument,
  section: Id,
  bars: number,
  fills: readonly Id[],
  placing: Placing,
): Outcome {
  const record = indexOf(document).section(section);
  const [first] = fills;
  if (!record || first === undefined) return { reason: 'That section is gone.' };
  const { pattern } = resolve(document, first);
  const ends = endsForEvery(document, record, bars, first, placing);
  if (!ends.length) {
    const anyhow = endsForEvery(document, record, bars, first, { ...placing, over: true });
    return {
      reason: anyhow.length
        ? `Every such place of ${record.name} has a fill already.`
        : `No bar of ${record.name} has room for ${pattern.name}.`,
    };
  }
  let { slots } = record;
  // From the last one back, so that what a cut changes lies behind what is still to come.
  for (const [i, end] of [...ends.entries()].reverse()) {
    const fill = fills[i % fills.length] ?? first;
    const { length } = resolve(document, fill).pattern;
    const next = slotsWithFill(document, { ...record, slots }, end - length, fill, placing);
    if ('reason' in next) return next;
    slots = [...next];
  }
  const next = keepingStarts(document, record, { ...record, slots });
  return { label: `place ${pattern.name} ${ends.length}×`, put: [next], remove: [] };
}

/** Ends of a fill that comes every so many bars of a section, in ticks from its start. */
export function endsForEvery(
  document: SongDocument,
  record: Section,
  bars: number,
  fill: Id,
  { over }: Placing,
): readonly number[] {
  const { pattern } = resolve(document, fill);
  const stretches = sectionStretches(document, record);
  const ends: number[] = [];
  for (const [i, bar] of sectionBars(document, record).entries()) {
    const end = bar.start + bar.length;
    if ((i + 1) % bars !== 0 || bar.length !== barTicks(bar.meter)) continue;
    const found = stretches.find((one) => one.inSection + one.slot.length >= end);
    if (!found) continue;
    const { slot, inSection } = found;
    const from = end - inSection - pattern.length;
    if (from < 0 || (!over && hasFill(document, slot, pattern.part, from, from + pattern.length))) continue;
    ends.push(end);
  }
  return ends;
}

function hasFill(document: SongDocument, slot: Slot, part: Id, from: number, to: number): boolean {
  const { pattern } = indexOf(document);
  return layersOf(document, slot, part).here.some((layer) => {
    const stretch = stretchOf(layer, slot.length);
    const meets = stretch && stretch.from < to && stretch.to > from;
    return meets && isEndRole(pattern(layer.pattern)?.role);
  });
}

/**
 * Landing of a fill: the one that is asked for, where a fill that goes on over the bar line lands, or that fill's own last
 * stroke; null for none.
 */
export function landingOf(
  document: SongDocument,
  { madeBy }: Pick<Pattern, 'madeBy'>,
  asked: Landing | null,
): Landing | null {
  const { voice: known } = indexOf(document);
  const over = madeBy?.over;
  const strokes = over?.strokes.filter(({ voice }) => known(voice)) ?? [];
  const last = strokes.at(-1);
  if (!over || !last) return asked;
  if (asked) return { ...asked, over: { ...over, strokes } };
  const { voice, velocity } = last;
  return { voice, velocity, over: { ...over, strokes: strokes.slice(0, -1) } };
}

/** The slots of a section with a fill at a place of them; those that it runs over become one. */
function slotsWithFill(
  document: SongDocument,
  section: Section,
  at: number,
  fill: Id,
  placing: Placing,
): readonly Slot[] | Refusal {
  const end = at + resolve(document, fill).pattern.length;
  const [before, taken, after]: [Slot[], Slot[], Slot[]] = [[], [], []];
  let start = 0;
  let first = 0;
  const { slots } = section;
  for (const slot of slots) {
    const stop = start + slot.length;
    if (stop <= at) before.push(slot);
    else if (start >= end) after.push(slot);
    else {
      if (!taken.length) first = start;
      taken.push(playedSlot(document, section, slot));
    }
    start = stop;
  }
  const slot = taken.length > 1 ? inOneSlot(document, taken) : taken[0];
  if (!slot) return { reason: 'There is no slot to place it in.' };
  if ('reason' in slot) return slot;
  const isWithin = end - first < slot.length;
  const filled = withFill(document, slot, fill, end - first, placing);
  const isFull = 'reason' in filled && isWithin;
  const lands = landingOf(document, resolve(document, fill).pattern, placing.landing);
  if (!isFull && !(isWithin && (lands ?? placing.slows ?? placing.othersStop)))
    return 'reason' in filled ? filled : [...before, filled, ...after];
  const id = freeId(`${slot.id.slice(0, 40)}-${end}`, (one) => slots.some((other) => other.id === one));
  const [here, rest] = cutSlot(document, slot, end - first, id);
  const cut = withFill(document, here, fill, here.length, placing);
  return 'reason' in cut ? cut : [...before, cut, rest, ...after];
}

/** Length of another part's note on the stop itself, in ticks: a 16th. */
const STOP_NOTE = PPQ / 4;

/** Layer cut at a stop; its notes end with it. */
function stoppedAt(document: SongDocument, slot: Slot, layer: Layer, at: number): readonly Layer[] {
  const { before } = cutLayer(document, slot, layer, at);
  return before ? [before] : [];
}

/** A layer that stops for what comes at a place, said as that place is said. */
function madeRoom(layer: Layer | null, at: number, said: number): Layer | null {
  return layer?.to === at ? { ...layer, to: said } : layer;
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
  const isLast = end === slot.length;
  // A pattern at the slot's end stays there, and so does the gap before it, however long the slot becomes.
  const fromEnd = isLast && from > 0 ? -pattern.length : from;
  const around = own
    .flatMap((layer) => [
      madeRoom(cutLayer(document, slot, layer, from).before, from, fromEnd),
      cutLayer(document, slot, layer, end).after,
    ])
    .filter((layer) => layer !== null);
  const lands = isLast ? landingOf(document, pattern, placing.landing) : null;
  const landing = lands ? { landing: lands } : {};
  const slows = isLast && placing.slows ? { slows: placing.slows } : {};
  const placed = {
    ...plainLayer(fill),
    ...(from > 0 ? { from: fromEnd } : {}),
    ...(end < slot.length ? { to: end } : {}),
  };
  const stops = isLast && placing.othersStop ? end - placing.othersStop + STOP_NOTE : null;
  const along = stops === null ? others : others.flatMap((layer) => stoppedAt(document, slot, layer, stops));
  const layers = [...(placing.how === 'layer' ? own : around), placed, ...along];
  return layers.length > LIMITS.layers ? TOO_MANY_LAYERS : { ...slot, ...landing, ...slows, layers };
}
