import { overlay, resolve, type ResolvedPattern, soundingOver } from '../pattern/index.ts';
import {
  type Edits,
  type Hit,
  type Id,
  type Layer,
  messagesBetween,
  omit,
  saidStretch,
  type Slot,
  type SongDocument,
  stretchOf,
  type Times,
} from '../song/index.ts';
import { drawnAs, drawnIn } from './drawn.ts';
import { startOf } from './going-on.ts';
import { cutChords } from './joined-chords.ts';
import { tempoGoingOn } from './tempos.ts';
import { cutTimes, hitSounds, roundAt, type Rounds, roundsIn } from './times.ts';

/** A layer in another stretch of a slot of `length` ticks; a place that counted from the end and is where it was still does. */
function stretched(layer: Layer, from: number, to: number, length: number): Layer {
  const said = { ...omit(layer, 'from', 'to'), ...saidStretch({ from, to }, length) };
  return {
    ...said,
    ...(layer.from === from - length ? { from: layer.from } : {}),
    ...(to < length && layer.to === to - length ? { to: layer.to } : {}),
  };
}

/**
 * What a layer plays before a place of its slot, and from there on, as two layers that sound as the one did; places still
 * count from the slot's start. What it says of single hits goes with them. Null where nothing is left on that side.
 */
export function cutLayer(
  document: SongDocument,
  slot: Slot,
  layer: Layer,
  at: number,
): { readonly before: Layer | null; readonly after: Layer | null } {
  const stretch = stretchOf(layer, slot.length);
  if (!stretch) return { before: null, after: layer };
  const { from, to } = stretch;
  if (at >= to) return { before: layer, after: null };
  if (at <= from) return { before: null, after: layer };
  const source = resolve(document, layer.pattern);
  const played = at - from;
  const start = (startOf(layer) + played) % source.pattern.length;
  // A hit is known by the round in which it is played, which is counted anew after the cut.
  const later = soundingOver(source, to - from, startOf(layer)).filter((hit) => hit.at >= played);
  const renamed = new Map(
    soundingOver(source, to - at, start).map((hit, i) => [later[i]?.id ?? hit.id, hit.id]),
  );
  const own = Object.entries(layer.own);
  const isLater = ([, hit]: readonly [Id, Hit]) => hit.at >= played;
  for (const [id] of own.filter(isLater)) renamed.set(id, id);
  const after: Edits = {
    own: Object.fromEntries(
      own.filter(isLater).map(([id, hit]): [Id, Hit] => [id, { ...hit, at: hit.at - played }]),
    ),
    silenced: layer.silenced.flatMap((id) => renamed.get(id) ?? []),
    changed: Object.fromEntries(
      Object.entries(layer.changed).flatMap(([id, { at: place, ...fields }]) => {
        const now = renamed.get(id);
        if (now === undefined) return [];
        return [[now, place === undefined ? fields : { ...fields, at: place - played }]];
      }),
    ),
  };
  const before: Edits = {
    own: Object.fromEntries(own.filter((one) => !isLater(one))),
    silenced: layer.silenced.filter((id) => !renamed.has(id)),
    changed: Object.fromEntries(Object.entries(layer.changed).filter(([id]) => !renamed.has(id))),
  };
  const period = source.pattern.length;
  const begun = startOf(layer) % period;
  const times = cutTimes(
    layer.times,
    roundAt(played, begun, period),
    roundsIn(to - from, begun, period),
    start > 0,
  );
  const whole = { period, start: begun, length: to - from };
  const firstHalf = { period, start: begun, length: played };
  const secondHalf = { period, start, length: to - at };
  const { messages } = layer;
  const firstSays = messages && { messages: messagesBetween(messages, 0, played) };
  const thenSays = messages && { messages: messagesBetween(messages, played, Infinity) };
  const first = { ...layer, ...inRounds(source, before, whole, firstHalf, 0), ...firstSays };
  const second = {
    ...omit(layer, 'start'),
    ...(start ? { start } : {}),
    ...inRounds(source, after, whole, secondHalf, played),
    ...thenSays,
  };
  const drawn = drawnIn(document, layer, slot.id);
  return {
    before: soundingIn(source, stretched(first, from, at, slot.length), played, times.before),
    after: soundingIn(
      source,
      drawnAs(
        stretched(second, at, to, slot.length),
        slot.id,
        drawn && { ...drawn, after: drawn.after + played },
      ),
      to - at,
      times.after,
    ),
  };
}

/**
 * What a half of a layer, which begins `by` ticks into the whole, says of its hits, so that each one sounds that did: one
 * that sounds in some rounds only would count others now.
 */
function inRounds(source: ResolvedPattern, edits: Edits, whole: Rounds, half: Rounds, by: number): Edits {
  const { hits } = overlay(soundingOver(source, half.length, half.start), edits, half.length);
  const own = { ...edits.own };
  const changed = { ...edits.changed };
  const silenced = [...edits.silenced];
  for (const { id, ...hit } of hits) {
    if (!hit.times) continue;
    const sounded = hitSounds({ ...hit, at: hit.at + by }, whole);
    if (sounded === hitSounds(hit, half)) continue;
    const mine = own[id];
    if (!sounded) silenced.push(id);
    else if (mine) own[id] = omit(mine, 'times');
    else changed[id] = { ...changed[id], times: null };
  }
  return { own, changed, silenced: [...new Set(silenced)] };
}

/** A layer of so many ticks that sounds in these rounds; null where in none, unless it has hits of its own. */
function soundingIn(
  source: ResolvedPattern,
  layer: Layer,
  length: number,
  times: Times | null | undefined,
): Layer | null {
  if (times === undefined) return layer;
  if (times) return { ...layer, times };
  if (!Object.keys(layer.own).length) return null;
  // Nothing of the pattern sounds in this half, and hits of the slot's own do.
  const all = soundingOver(source, length, startOf(layer)).map((hit) => hit.id);
  return { ...omit(layer, 'times'), silenced: [...new Set([...layer.silenced, ...all])] };
}

/** A layer of a slot of one length, in one of another length that begins `by` ticks later. */
function moveStretch(layer: Layer | null, before: number, by: number, length: number): Layer[] {
  if (!layer) return [];
  const { from, to } = stretchOf(layer, before) ?? { from: layer.from ?? 0, to: layer.to ?? before };
  // A hidden layer goes to the second half, which has the end.
  return from < 0 ? [layer] : [stretched(layer, from - by, to - by, length)];
}

/** A slot as two that sound as it did, cut at a place within it; the second has the id given, and ends as the slot did. */
export function cutSlot(document: SongDocument, slot: Slot, at: number, id: Id): readonly [Slot, Slot] {
  const halves = slot.layers.map((layer) => cutLayer(document, slot, layer, at));
  const length = slot.length - at;
  const [chords, later] = cutChords(slot.chords, at);
  return [
    {
      ...omit(slot, 'landing', 'slows', 'chords'),
      ...(chords ? { chords } : {}),
      length: at,
      layers: halves.flatMap(({ before }) => moveStretch(before, slot.length, 0, at)),
    },
    {
      ...omit(slot, 'chords', 'tempo'),
      ...(slot.tempo ? { tempo: tempoGoingOn(slot.tempo, at) } : {}),
      ...(later ? { chords: later } : {}),
      id,
      length,
      layers: halves
        .flatMap(({ after }) => moveStretch(after, slot.length, at, length))
        .map((layer) => drawnAs(layer, id, drawnIn(document, layer, slot.id))),
      ...(slot.slows ? { slows: { ...slot.slows, over: Math.min(slot.slows.over, length) } } : {}),
    },
  ];
}
