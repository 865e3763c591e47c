import {
  type Humanise,
  type Id,
  type IdentifiedHit,
  isDrummers,
  type ResolvedHit,
  type Voice,
} from '../../song/index.ts';
import {
  mixed,
  modulo,
  msToTicks,
  PPQ,
  type Random,
  randomFrom,
  seedFrom,
  ticksToMs,
} from '../../time/index.ts';
import type { Unevenness } from './humanise.ts';

// Humanising as a player. Source: the project's own model, after studies of drummers' timing: a slow drift of each limb,
// a rest of each stroke, strokes together kept together, louder strokes a little earlier.

/** Normal distributions are cut at this many spreads, which is where the bound lies. */
const CUT = 2.5;
/** Shares of the bound that a limb's drift and a stroke's own rest have. */
const [DRIFT, REST] = [1 / 3, 2 / 3];
/** Time in which a drift forgets where it was, in quarter notes. */
const MEMORY = 4;
const KEPT = Math.exp(-1 / MEMORY);
/** Ms to the neighbouring stroke of the limb at which the rest of a stroke is half. */
const HALVED = 120;
/** Share of the bound by which a stroke comes earlier for each velocity step over a plain stroke's. */
const [EARLIER, PLAIN] = [1 / 100, 80];
/** Strokes within so many ms are struck together, and stay within so many. */
const [TOGETHER, APART] = [15, 3];

/** A layer and its place, for a player to play it. */
export interface Playing {
  readonly spread: Humanise;
  readonly songSeed: number;
  /** Occurrence, repeat and slot: each is played anew. */
  readonly place: string;
  /** Ticks between the start of the slot in which it is drawn and its own, and its ids there. */
  readonly after: number;
  readonly idOf: (hit: ResolvedHit) => Id;
  /** All sounding hits of the pattern, which comes round every `period` ticks, and the place in it where the layer begins. */
  readonly round: readonly IdentifiedHit[];
  readonly period: number;
  readonly start: number;
  readonly voice: (id: Id) => Voice | undefined;
  /** Tempo at a place in the layer. */
  readonly tempoOf: (at: number) => number;
}

/**
 * Unevenness of each sounding hit of a layer when a player plays it, by the hit's id. No offset goes beyond
 * the spread's ms and velocity, and strokes struck together differ by at most 3 ms. The same layer in the same place is
 * always played the same.
 */
export function playedUnevenly(hits: readonly ResolvedHit[], playing: Playing): ReadonlyMap<Id, Unevenness> {
  const { spread, voice, round, period, start, tempoOf } = playing;
  const limbs = new Map<string, Limb>();
  const limbAt = (id: Id): Limb | null => {
    const row = voice(id);
    if (!row) return null;
    const name = limbName(row);
    let limb = limbs.get(name);
    if (!limb) {
      const mine = round.filter((hit) => {
        const other = voice(hit.voice);
        return other && limbName(other) === name;
      });
      limbs.set(name, (limb = { drift: driftOf(playing, name), places: mine.map(({ at }) => at) }));
    }
    return limb;
  };
  const sounding = hits.filter(({ origin }) => origin !== 'silenced').sort((a, b) => a.at - b.at);
  const out = new Map<Id, Unevenness>();
  const seed = seedFrom('player', playing.songSeed, spread.seed, playing.place);
  const bounded = (value: number, bound: number) => Math.min(bound, Math.max(-bound, value));
  for (const together of moments(sounding, tempoOf)) {
    const strokes = together.flatMap((hit) => {
      const limb = limbAt(hit.voice);
      if (!limb) return [];
      const random = randomFrom(mixed(seedFrom(seed, playing.idOf(hit))));
      const tempo = tempoOf(hit.at);
      const place = modulo(start + hit.at, period);
      const near = ticksToMs(toNeighbour(limb.places, place, period, msToTicks(TOGETHER, tempo)), tempo);
      const calm = REST * (1 - 2 ** (-near / HALVED));
      const drift = DRIFT * limb.drift((playing.after + hit.at) / PPQ);
      const late = drift + (calm * random.normal(CUT)) / CUT - (hit.velocity - PLAIN) * EARLIER;
      const loud = (REST * random.normal(CUT)) / CUT - drift;
      return [{ hit, limb, ms: late * spread.ms, velocity: loud * spread.velocity }];
    });
    const ms = meanOfLimbs(strokes);
    for (const stroke of strokes)
      out.set(stroke.hit.id, {
        ms: bounded(ms + bounded(stroke.ms - ms, APART / 2), spread.ms),
        velocity: Math.trunc(bounded(stroke.velocity, spread.velocity)),
      });
  }
  return out;
}

interface Limb {
  /** Drift at a place in quarter notes from the slot's start, -1..1. */
  readonly drift: (quarter: number) => number;
  /** Places of its strokes in the pattern. */
  readonly places: readonly number[];
}

/** The limb of a row: of two hands one keeps the time and the other plays the rest; percussion has a player of its own. */
function limbName(row: Voice): string {
  const { limb, family } = row;
  if (!isDrummers(row)) return 'percussion';
  if (limb !== 'hand') return limb;
  return family === 'hat' || family === 'cymbal' ? 'hand that keeps the time' : 'other hand';
}

/** A first-order drift: a knot each quarter note, which keeps a share of the one before, and straight lines between. */
function driftOf({ songSeed, spread, place }: Playing, limb: string): (quarter: number) => number {
  const random: Random = randomFrom(mixed(seedFrom('drift', songSeed, spread.seed, place, limb)));
  const knots = [random.normal(CUT)];
  const knot = (nth: number) => {
    while (knots.length <= nth)
      knots.push(KEPT * (knots.at(-1) ?? 0) + Math.sqrt(1 - KEPT ** 2) * random.normal(CUT));
    return Math.min(CUT, Math.max(-CUT, knots[nth] ?? 0)) / CUT;
  };
  return (quarter) => {
    const nth = Math.max(0, Math.floor(quarter));
    const share = quarter - nth;
    return knot(nth) * (1 - share) + knot(nth + 1) * share;
  };
}

/** Hits in order as moments: those that are struck together with the first of theirs. */
function moments(
  hits: readonly ResolvedHit[],
  tempoOf: Playing['tempoOf'],
): readonly (readonly ResolvedHit[])[] {
  const out: ResolvedHit[][] = [];
  for (const hit of hits) {
    const last = out.at(-1);
    if (last?.[0] && hit.at - last[0].at <= msToTicks(TOGETHER, tempoOf(hit.at))) last.push(hit);
    else out.push([hit]);
  }
  return out;
}

/** Ticks from a place to the nearest of some places, in order, before or after it that is no part of the same moment. */
function toNeighbour(places: readonly number[], at: number, period: number, within: number): number {
  const next = firstAfter(places, at);
  const count = places.length;
  const apart = (nth: number, step: 1 | -1): number => {
    for (let i = 0; i < count; i++) {
      const ahead = modulo(((places[modulo(nth + i * step, count)] ?? at) - at) * step, period);
      if (ahead > within && ahead < period - within) return ahead;
    }
    return period;
  };
  return Math.min(apart(next, 1), apart(next - 1, -1));
}

/** Index of the first of some numbers, in order, that is greater than one. */
function firstAfter(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sorted[middle] ?? Infinity) > value) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The mean over limbs of the mean over each one's strokes. */
function meanOfLimbs(strokes: readonly { readonly limb: Limb; readonly ms: number }[]): number {
  const limbs = [...new Set(strokes.map(({ limb }) => limb))];
  const mean = (values: readonly number[]) =>
    values.reduce((sum, one) => sum + one, 0) / (values.length || 1);
  return mean(limbs.map((limb) => mean(strokes.filter((one) => one.limb === limb).map(({ ms }) => ms))));
}
