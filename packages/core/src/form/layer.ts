import { overlay, resolve, type ResolvedPattern, soundingOf, unroll } from '../pattern/index.ts';
import {
  atPercent,
  type Id,
  indexOf,
  type Layer,
  LIMITS,
  type Messages,
  messagesBetween,
  messagesOver,
  type ResolvedHit,
  silent,
  type Slot,
  type SongDocument,
  stretchOf,
} from '../song/index.ts';
import { cacheWhileSame } from '../time/index.ts';
import { idsAsDrawn } from './drawn.ts';
import { startOf } from './going-on.ts';
import { overChords } from './over-chords.ts';
import { hitSounds, roundAt, roundsIn, soundsIn } from './times.ts';

/** A layer of a slot with its pattern repeated or cut to its stretch; places count from the layer's start. */
export interface ResolvedLayer {
  readonly source: ResolvedPattern;
  /** Start of the layer in its slot, and its length, in ticks. */
  readonly from: number;
  readonly length: number;
  /** Place in the pattern where the layer begins, in ticks. */
  readonly start: number;
  readonly hits: readonly ResolvedHit[];
  /** Messages to the channel beside its notes. */
  readonly messages: Messages;
  /** True for notes at the places of the chords that moved them. */
  readonly isMoved: boolean;
  /** The slot as in which it is humanised, the place of its start there, and the ids of its hits there; null for its own. */
  readonly drawn: { readonly slot: Id; readonly after: number; readonly ids: ReadonlyMap<Id, Id> } | null;
}

/** The stretch of a layer that its slot is too short for. */
const HIDDEN = { from: 0, to: 0 };

const layerCache = cacheWhileSame<ResolvedLayer, Layer>();

/** Place in its pattern of a layer after so many ticks. */
export function placeInLayer({ source, start }: Pick<ResolvedLayer, 'source' | 'start'>, at: number): number {
  return (start + at) % source.pattern.length;
}

/** Resolves a layer: the pattern's sounding hits, repeated, in the rounds in which it and each hit sounds, under the layer's own edits, silenced voices and level. */
export function resolveLayer(document: SongDocument, slot: Slot, layer: Layer): ResolvedLayer {
  const source = resolve(document, layer.pattern);
  const { from, to } = stretchOf(layer, slot.length) ?? HIDDEN;
  const length = to - from;
  const start = startOf(layer) % source.pattern.length;
  const { key } = indexOf(document).song;
  return layerCache(layer, [source, from, length, slot.chords, key], () =>
    workOut(document, slot, layer, source, { from, length, start }),
  );
}

function workOut(
  document: SongDocument,
  slot: Slot,
  layer: Layer,
  source: ResolvedPattern,
  { from, length, start }: Pick<ResolvedLayer, 'from' | 'length' | 'start'>,
): ResolvedLayer {
  const quiet = layer.silencedVoices;
  const sounding = quiet.length
    ? soundingOf(source).map((hit) => (quiet.includes(hit.voice) ? silent(hit) : hit))
    : soundingOf(source);
  const period = source.pattern.length;
  const all = unroll(sounding, period, start, length, LIMITS.layerHits);
  const { times } = layer;
  const rounds = roundsIn(length, start, period);
  const repeated = times ? all.filter((hit) => soundsIn(times, roundAt(hit.at, start, period), rounds)) : all;
  const { hits: laid } = overlay(repeated, layer, length);
  const hits = laid.some((hit) => hit.times)
    ? laid.filter((hit) => hitSounds(hit, { period, start, length }))
    : laid;
  const { level = 100 } = layer;
  const levelled = level === 100 ? hits : hits.map((hit) => atPercent(hit, level));
  const moved = overChords(document, slot, source, levelled, from);
  const drawn = layer.drawn && {
    slot: layer.drawn.slot,
    after: layer.drawn.after,
    ids: idsAsDrawn(sounding, all, { period, start, length, after: layer.drawn.after }),
  };
  const isMoved = slot.chords !== undefined;
  const messages = layer.messages
    ? messagesBetween(layer.messages, 0, length)
    : messagesOver(source.messages, start, length, period);
  return { source, from, length, start, hits: moved, messages, isMoved, drawn: drawn ?? null };
}
