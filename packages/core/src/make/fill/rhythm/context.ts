import {
  backbeatsOf,
  type FillRecipe,
  type Id,
  type IdentifiedHit,
  type Voice,
} from '../../../song/index.ts';
import type { Meter, Random } from '../../../time/index.ts';
import { alongDrums } from '../cells/plan.ts';
import { drumsOf } from '../travel.ts';
import type { Onset } from './beats.ts';

/** The setting of a fill: kit, groove and recipe. Places are in ticks from the start of the fill's pattern. */
export interface FillContext {
  readonly recipe: FillRecipe;
  readonly meter: Meter;
  /** Quarter notes a minute. */
  readonly tempo: number;
  /** Moment at which a stroke of a voice is heard, in ms, from its written place in ticks. */
  readonly msOf: (at: number, voice: Voice) => number;
  /** The length of the fill's pattern, of which the last `takeOver` ticks are the fill. */
  readonly length: number;
  /** The stretch that is planned: the fill, or a piece of a long one. */
  readonly from: number;
  readonly to: number;
  readonly voices: readonly Voice[];
  /** The drums that hands go round, from the snare down. */
  readonly drums: readonly Voice[];
  readonly snare: Voice | undefined;
  readonly kick: Voice | undefined;
  readonly crash: Voice | undefined;
  readonly openHat: Voice | undefined;
  readonly closedHat: Voice | undefined;
  /** Backbeats of the groove in the take-over. */
  readonly backbeats: readonly IdentifiedHit[];
  /** Hits of the groove over the whole pattern. */
  readonly groove: readonly IdentifiedHit[];
}

/** A stroke of a fill, at a place in ticks. */
export interface FillStroke {
  readonly at: number;
  /** The right or the left hand, or the foot. */
  readonly by: 'R' | 'L' | 'F';
  readonly voice: Id;
  readonly velocity: number;
  readonly grace?: 'flam' | 'drag' | 'ruff';
}

/** The end of a groove as a fill leaves from it, with its kit and feel. */
export interface GrooveEnd extends Pick<FillContext, 'meter' | 'tempo' | 'voices' | 'msOf'> {
  readonly hits: readonly IdentifiedHit[];
}

export function fillContext(
  recipe: FillRecipe,
  { meter, tempo, voices, hits: groove, msOf }: GrooveEnd,
  length: number,
): FillContext {
  const drums = drumsOf(recipe, voices);
  // Of the hands' drums those take part that a recipe names.
  const takesPart = (voice: Voice) => !recipe.drums.length || recipe.drums.includes(voice.id);
  const sound = (...sounds: readonly string[]) =>
    sounds.flatMap((one) => voices.filter((voice) => voice.sound === one && takesPart(voice)))[0];
  const backs = new Set(voices.flatMap(({ id, family }) => (family === 'snare' ? [id] : [])));
  const backbeats = backbeatsOf(groove, backs, meter);
  return {
    ...{ recipe, meter, tempo, msOf, length, voices, drums },
    ...{ from: length - recipe.takeOver, to: length },
    snare: drums.find((voice) => voice.family === 'snare') ?? drums[0],
    kick: voices.find((voice) => voice.limb === 'right foot'),
    crash: sound('crash'),
    openHat: sound('open-hat'),
    closedHat: sound('closed-hat'),
    backbeats: groove.filter((hit) => backbeats.has(hit.id) && hit.at >= length - recipe.takeOver),
    groove,
  };
}

/** Share of the way through the fill at a place, 0..1. */
export function shareAt({ recipe, length }: FillContext, at: number): number {
  return Math.min(1, Math.max(0, (at - (length - recipe.takeOver)) / recipe.takeOver));
}

/** Velocity of the recipe's course at a place: on a straight line, or up to two thirds of the way and down again. */
export function levelAt(context: FillContext, at: number): number {
  const { from, to } = context.recipe.velocity;
  const share = shareAt(context, at);
  const way = context.recipe.hill ? (share < PEAK ? share / PEAK : (1 - share) / (1 - PEAK)) : share;
  return from + way * (to - from);
}

/** Share of the way at which a hill is highest. */
const PEAK = 2 / 3;

/** The drum of each onset along the way that hands travel, another one from beat to beat. */
export function drumsAlong(context: FillContext, onsets: readonly Onset[], random: Random): readonly Voice[] {
  const beats = Math.max(0, ...onsets.map(({ beat }) => beat + 1));
  const halves = random.chance(0.35);
  const along = alongDrums(context, halves ? 2 * beats : beats, random);
  return onsets.flatMap(
    ({ beat, step }) => along[halves ? 2 * beat + (step >= 2 ? 1 : 0) : beat] ?? along[0] ?? [],
  );
}
