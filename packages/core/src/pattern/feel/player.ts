import {
  type Humanise,
  type Id,
  type IdentifiedHit,
  isDrummers,
  LIMITS,
  type ResolvedHit,
  type Voice,
} from '../../song/index.ts';
import {
  cacheByText,
  cacheWhileSame,
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
  /** Ticks between the start of the slot in which it is drawn and its own, and its ids there; null for its own. */
  readonly after: number;
  readonly ids: ReadonlyMap<Id, Id> | null;
  /** All sounding hits of the pattern, which comes round every `period` ticks, and the place in it where the layer begins. */
  readonly round: readonly IdentifiedHit[];
  readonly period: number;
  readonly start: number;
  readonly voice: (id: Id) => Voice | undefined;
  /** Its tempo all through, or at each place in the layer. */
  readonly tempo: number | ((at: number) => number);
}

/**
 * Unevenness of each hit of a layer when a player plays it, in the order of the hits; none for those that are silent. No offset goes
 * beyond the spread's ms and velocity, and strokes struck together differ by at most 3 ms. The same layer in the same place is
 * always played the same.
 */
export function playedUnevenly(
  hits: readonly ResolvedHit[],
  playing: Playing,
): readonly (Unevenness | undefined)[] {
  const { spread, songSeed, place } = playing;
  const draws = drawsCache(`${songSeed}\u0000${spread.seed}\u0000${place}`);
  const out = new Array<Unevenness | undefined>(hits.length).fill(undefined);
  for (const together of plannedMoments(hits, playing)) {
    const strokes = together.map((planned) => drawnStroke(planned, draws, spread));
    const ms = meanOfLimbs(strokes);
    for (const stroke of strokes)
      out[stroke.nth] = {
        ms: bounded(ms + bounded(stroke.ms - ms, APART / 2), spread.ms),
        velocity: Math.trunc(bounded(stroke.velocity, spread.velocity)),
      };
  }
  return out;
}

/** A stroke as it is drawn by itself, before those that are struck with it are brought together. */
interface DrawnStroke extends Unevenness {
  readonly nth: number;
  readonly limb: string;
}

function drawnStroke(
  { nth, id, limb, calm, quarter, earlier }: PlannedStroke,
  draws: Draws,
  spread: Humanise,
): DrawnStroke {
  const { off, loudness } = draws.of(id);
  const drift = DRIFT * draws.drift(limb, quarter);
  const late = drift + (calm * off) / CUT - earlier;
  const loud = (REST * loudness) / CUT - drift;
  return { nth, limb, ms: late * spread.ms, velocity: loud * spread.velocity };
}

function bounded(value: number, bound: number): number {
  return Math.min(bound, Math.max(-bound, value));
}

/** Facts of a stroke that are the same in each place where its layer is played. */
interface PlannedStroke {
  /** Its number among the hits of the layer, and the id by which it is drawn. */
  readonly nth: number;
  readonly id: Id;
  readonly limb: string;
  /** Share of its own rest, less beside another stroke of its limb, and share by which it comes earlier as it is louder. */
  readonly calm: number;
  readonly earlier: number;
  /** Its place from the start of the slot in which it is drawn, in quarter notes. */
  readonly quarter: number;
}

/** Strokes of a layer by moments: those that are struck together with the first of theirs. */
type Plan = readonly (readonly PlannedStroke[])[];

const planCache = cacheWhileSame<Plan, readonly ResolvedHit[]>();

/** A layer is played in many places: in a steady tempo it is planned once for all of them. */
function plannedMoments(hits: readonly ResolvedHit[], playing: Playing): Plan {
  const { tempo, ids, after, round, period, start, voice } = playing;
  if (typeof tempo === 'function') return planOf(hits, playing, tempo);
  const from = [tempo, ids, after, round, period, start, voice];
  return planCache(hits, from, () => planOf(hits, playing, () => tempo));
}

function planOf(
  hits: readonly ResolvedHit[],
  { ids, after, round, period, start, voice }: Playing,
  tempoOf: (at: number) => number,
): Plan {
  const limbs = limbsOf(round, voice);
  const sounding = hits
    .map((hit, nth) => ({ hit, nth, at: hit.at }))
    .filter(({ hit }) => hit.origin !== 'silenced')
    .sort((a, b) => a.at - b.at);
  return moments(sounding, tempoOf).map((together) => {
    const strokes: PlannedStroke[] = [];
    for (const { hit, nth } of together) {
      const limb = limbs(hit.voice);
      if (!limb) continue;
      const calm = limb.calm(modulo(start + hit.at, period), period, tempoOf(hit.at));
      const earlier = (hit.velocity - PLAIN) * EARLIER;
      const id = ids?.get(hit.id) ?? hit.id;
      strokes.push({ nth, id, limb: limb.name, calm, earlier, quarter: (after + hit.at) / PPQ });
    }
    return strokes;
  });
}

/** The limbs that play a pattern, each worked out once, by its rows; null for a row that is gone. */
function limbsOf(round: Playing['round'], voice: Playing['voice']): (row: Id) => Limb | null {
  const names = new Map<Id, string | null>();
  const nameOf = (id: Id): string | null => {
    let name = names.get(id);
    if (name === undefined) {
      const row = voice(id);
      names.set(id, (name = row ? limbName(row) : null));
    }
    return name;
  };
  const limbs = new Map<string, Limb>();
  return (row) => {
    const name = nameOf(row);
    if (name === null) return null;
    let limb = limbs.get(name);
    if (!limb) {
      const places = round.filter((hit) => nameOf(hit.voice) === name).map(({ at }) => at);
      limbs.set(name, (limb = new Limb(name, places)));
    }
    return limb;
  };
}

/** A limb and the places of its strokes in a pattern, in order. */
class Limb {
  readonly name: string;
  readonly #places: readonly number[];
  readonly #known = new Map<number, { readonly tempo: number; readonly calm: number }>();

  constructor(name: string, places: readonly number[]) {
    this.name = name;
    this.#places = places;
  }

  /** Share of its own rest that a stroke at a place of the pattern has: less, the nearer another stroke of the limb is. */
  calm(place: number, period: number, tempo: number): number {
    const known = this.#known.get(place);
    if (known?.tempo === tempo) return known.calm;
    const ticks = toNeighbour(this.#places, place, period, msToTicks(TOGETHER, tempo));
    const calm = REST * (1 - 2 ** (-ticksToMs(ticks, tempo) / HALVED));
    this.#known.set(place, { tempo, calm });
    return calm;
  }
}

/** Most places of a song of which the draws are kept: the slots that a song plays. */
const PLACES = LIMITS.slots;

/** Distance and loudness of a stroke beside what is meant, in spreads. */
interface DrawnNumbers {
  readonly off: number;
  readonly loudness: number;
}

/** Draws for a place of a song: they hang on its seeds alone, and not on what is played there. */
class Draws {
  readonly #seeds: string;
  readonly #seed: number;
  readonly #strokes = new Map<Id, DrawnNumbers>();
  readonly #drifts = new Map<string, (quarter: number) => number>();

  /** The seeds of the song and of the spread, and the place, as `seedFrom` puts them together. */
  constructor(seeds: string) {
    this.#seeds = seeds;
    this.#seed = seedFrom('player', seeds);
  }

  of(id: Id): DrawnNumbers {
    const known = this.#strokes.get(id);
    if (known) return known;
    const random = randomFrom(mixed(seedFrom(this.#seed, id)));
    const drawn = { off: random.normal(CUT), loudness: random.normal(CUT) };
    this.#strokes.set(id, drawn);
    return drawn;
  }

  /** Drift of a limb at a place in quarter notes from the slot's start, -1..1. */
  drift(limb: string, quarter: number): number {
    let drift = this.#drifts.get(limb);
    if (!drift) this.#drifts.set(limb, (drift = driftFrom(mixed(seedFrom('drift', this.#seeds, limb)))));
    return drift(quarter);
  }
}

const drawsCache = cacheByText(PLACES, (seeds) => new Draws(seeds));

/** The limb of a row: of two hands one keeps the time and the other plays the rest; percussion has a player of its own. */
function limbName(row: Voice): string {
  const { limb, family } = row;
  if (!isDrummers(row)) return 'percussion';
  if (limb !== 'hand') return limb;
  return family === 'hat' || family === 'cymbal' ? 'hand that keeps the time' : 'other hand';
}

/** A first-order drift: a knot each quarter note, which keeps a share of the one before, and straight lines between. */
function driftFrom(seed: number): (quarter: number) => number {
  const random: Random = randomFrom(seed);
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
function moments<T extends { readonly at: number }>(
  hits: readonly T[],
  tempoOf: (at: number) => number,
): readonly (readonly T[])[] {
  const out: T[][] = [];
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
function meanOfLimbs(strokes: readonly Pick<DrawnStroke, 'limb' | 'ms'>[]): number {
  let [sum, limbs] = [0, 0];
  for (const [i, { limb }] of strokes.entries()) {
    if (strokes.findIndex((one) => one.limb === limb) < i) continue;
    let [ofLimb, count] = [0, 0];
    for (const one of strokes)
      if (one.limb === limb) {
        ofLimb += one.ms;
        count++;
      }
    sum += ofLimb / count;
    limbs++;
  }
  return sum / (limbs || 1);
}
