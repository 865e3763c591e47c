import { type ResolvedHit, silent } from '../hit/followed.ts';
import { clampVelocity } from '../hit/velocity.ts';
import { LIMITS } from '../limits.ts';
import { overlay, unroll } from '../pattern/overlay.ts';
import { resolve, type ResolvedPattern, soundingOf } from '../pattern/resolve.ts';
import type { SongDocument } from '../song/document.ts';
import { stretchOf } from '../song/layers.ts';
import type { Layer, Slot } from '../song/records.ts';
import { startOf } from './going-on.ts';
import { roundAt, roundsIn, soundsIn } from './times.ts';

/** A layer of a slot with its pattern repeated or cut to its stretch; places count from the layer's start. */
export interface ResolvedLayer {
  readonly source: ResolvedPattern;
  /** Where the layer starts in its slot and how long it lasts, in ticks. */
  readonly from: number;
  readonly length: number;
  /** Where in the pattern the layer begins, in ticks. */
  readonly start: number;
  readonly hits: readonly ResolvedHit[];
}

/** The stretch of a layer that its slot is too short for. */
const HIDDEN = { from: 0, to: 0 };

const cache = new WeakMap<Layer, ResolvedLayer>();

/** Where in its pattern a layer is after so many ticks of it. */
export function placeInLayer({ source, start }: Pick<ResolvedLayer, 'source' | 'start'>, at: number): number {
  return (start + at) % source.pattern.length;
}

/** Resolves a layer: the pattern's sounding hits, repeated, in the rounds in which it sounds, under the layer's own edits, silenced voices and level. */
export function resolveLayer(document: SongDocument, slot: Slot, layer: Layer): ResolvedLayer {
  const source = resolve(document, layer.pattern);
  const { from, to } = stretchOf(layer, slot.length) ?? HIDDEN;
  const length = to - from;
  const start = startOf(layer) % source.pattern.length;
  const known = cache.get(layer);
  if (known?.source === source && known.from === from && known.length === length) return known;
  const quiet = layer.silencedVoices;
  const sounding = quiet.length
    ? soundingOf(source).map((hit) => (quiet.includes(hit.voice) ? silent(hit) : hit))
    : soundingOf(source);
  const period = source.pattern.length;
  const all = unroll(sounding, period, start, length, LIMITS.layerHits);
  const { times } = layer;
  const rounds = roundsIn(length, start, period);
  const repeated = times ? all.filter((hit) => soundsIn(times, roundAt(hit.at, start, period), rounds)) : all;
  const { hits } = overlay(repeated, layer, length);
  const resolved = { source, from, length, start, hits: atLevel(hits, layer.level ?? 100) };
  cache.set(layer, resolved);
  return resolved;
}

function atLevel(hits: readonly ResolvedHit[], level: number): readonly ResolvedHit[] {
  if (level === 100) return hits;
  const scaled = (velocity: number) => clampVelocity((velocity * level) / 100);
  return hits.map((hit) => ({
    ...hit,
    velocity: scaled(hit.velocity),
    ...(hit.roll ? { roll: { ...hit.roll, velocity: scaled(hit.roll.velocity) } } : {}),
  }));
}
