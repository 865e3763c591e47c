import { resolve } from '../pattern/index.ts';
import {
  type Id,
  indexOf,
  isEndRole,
  type Layer,
  LIMITS,
  NO_EDITS,
  omit,
  type Refusal,
  saidStretch,
  saysSame,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { drawnAs, drawnIn, goesOnDrawing } from './drawn.ts';
import { startOf } from './going-on.ts';
import { joinedChords } from './joined-chords.ts';
import { resolveLayer } from './layer.ts';
import { rollBeyond } from './roll-beyond.ts';
import { TOO_MANY_LAYERS } from './split.ts';
import { tempoGoingOn } from './tempos.ts';
import { countsRounds } from './times.ts';

/**
 * Slots that follow one another, as they are played, as a single one that plays the same: each layer in its stretch, one that
 * goes on through several of them once. It is known by the id of the last one, and lands and slows as that does. Refused
 * when one before the last lands or slows, for more layers than a slot has, and for more than 64 bars of 4/4.
 */
export function inOneSlot(document: SongDocument, slots: readonly Slot[]): Slot | Refusal {
  const [first, last] = [slots[0], slots.at(-1)];
  const ending = endOfSlots(slots);
  if (!first || !last) return { reason: 'There is no slot.' };
  if ('reason' in ending) return ending;
  const length = slots.reduce((sum, slot) => sum + slot.length, 0);
  if (slots.some((slot, i) => i > 0 && !isInTempo(first, slot, startIn(slots, i))))
    return { reason: 'A slot after the first one has another tempo, which would be lost.' };
  if (slots.some((slot) => !saysSame(slot.meter, first.meter)))
    return { reason: 'These slots have different meters.' };
  if (length > LIMITS.slot) return { reason: 'A slot is at most 64 bars of 4/4 long.' };
  const layers: Layer[] = [];
  let start = 0;
  for (const slot of slots) {
    for (const layer of slot.layers) {
      const longer = inLonger(document, layer, slot.length, start, length);
      if (!longer) continue;
      const one = drawnAs(longer, last.id, drawnIn(document, layer, slot.id));
      const before = layers.findIndex((other) => goesOnInto(document, other, one, last.id, length));
      const other = layers[before];
      if (other) layers[before] = through(other, one);
      else layers.push(one);
    }
    start += slot.length;
  }
  if (layers.length > LIMITS.layers) return TOO_MANY_LAYERS;
  // A layer that stops for an end makes room for it however long the slot becomes.
  const partOf = ({ pattern }: Layer) => indexOf(document).pattern(pattern)?.part;
  const ends = new Set(layers.map((layer) => `${partOf(layer)} ${layer.from ?? 0}`));
  const stopping = layers.map((layer) =>
    layer.to !== undefined && ends.has(`${partOf(layer)} ${layer.to - length}`)
      ? { ...layer, to: layer.to - length }
      : layer,
  );
  const chords = joinedChords(document, slots);
  return {
    ...omit(last, 'chords', 'tempo'),
    ...(first.tempo ? { tempo: first.tempo } : {}),
    ...ending,
    ...(chords ? { chords } : {}),
    length,
    layers: stopping,
  };
}

/** The start of a slot among others, in ticks from that of the first. */
const startIn = (slots: readonly Slot[], i: number) =>
  slots.slice(0, i).reduce((sum, { length }) => sum + length, 0);

/** True for a slot that has the tempo which the first would have there. */
function isInTempo(first: Slot, slot: Slot, at: number): boolean {
  return saysSame(slot.tempo, first.tempo && tempoGoingOn(first.tempo, at));
}

/** A layer of a slot that becomes a part of a longer one; null where it is hidden and the longer one's end is not its own. */
function inLonger(
  document: SongDocument,
  layer: Layer,
  own: number,
  start: number,
  length: number,
): Layer | null {
  const isLast = start + own === length;
  const stretch = stretchOf(layer, own);
  if (!stretch) return isLast && (layer.from ?? 0) < 0 ? layer : null;
  const said = saidStretch({ from: start + stretch.from, to: start + stretch.to }, length);
  const { to = 0 } = layer;
  const isEnd = stretch.to === own && isEndRole(indexOf(document).pattern(layer.pattern)?.role);
  const from = isEnd ? stretch.from - own : (layer.from ?? 0);
  return {
    ...omit(layer, 'from', 'to'),
    ...said,
    // A layer at the end stays at the end.
    ...(isLast && from < 0 && start + own + from > 0 ? { from } : {}),
    ...(isLast && to < 0 && said.to !== undefined ? { to } : {}),
  };
}

/** True for a layer that plays on in another one of the same slot as if they were one. */
function goesOnInto(document: SongDocument, one: Layer, other: Layer, slot: Id, length: number): boolean {
  const [before, after] = [stretchOf(one, length), stretchOf(other, length)];
  if (!before || before.to !== after?.from || one.pattern !== other.pattern) return false;
  if (one.times ?? other.times ?? one.messages ?? other.messages) return false;
  // A hit that sounds in some rounds only would count others.
  if (countsRounds(resolve(document, one.pattern))) return false;
  const said = ({ silencedVoices, level = 100, own, silenced, changed }: Layer) =>
    JSON.stringify([silencedVoices, level, own, silenced, changed]);
  if (said(other) !== said({ ...one, ...NO_EDITS }) || said(one) !== said(other)) return false;
  // A roll that is cut off between them would go on.
  const played = resolveLayer(document, { id: slot, length, layers: [] }, one);
  if (rollBeyond(played, played.length)) return false;
  const drawn = [one, other].map((layer) => drawnIn(document, layer, slot));
  if (!goesOnDrawing(drawn[0] ?? null, drawn[1] ?? null, before.to - before.from)) return false;
  const period = indexOf(document).pattern(one.pattern)?.length ?? 1;
  return (startOf(one) + before.to - before.from) % period === startOf(other) % period;
}

/** A layer that begins as one does and ends as another. */
function through(one: Layer, { to }: Layer): Layer {
  const rest = omit(one, 'to');
  return to === undefined ? rest : { ...rest, to };
}

/** End of one slot that replaces several. Refused when one before the last lands or slows. */
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
