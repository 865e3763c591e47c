import {
  clampVelocity,
  DRUM_LENGTH,
  type FillRecipe,
  type Hit,
  type Id,
  plainHit,
  type Voice,
} from '../../song/index.ts';
import {
  beatTicks,
  gridTicks,
  isStrong,
  type Meter,
  metricalWeight,
  PPQ,
  type Random,
  randomFrom,
  seedFrom,
} from '../../time/index.ts';
import { cellContext, LOUDEST_GHOST, SOFTEST_GHOST } from './cells/cell.ts';
import { cellHits, FILL_FLAM } from './cells/hits.ts';
import { planCells } from './cells/plan.ts';
import { type FillPlace, fillPlaces } from './stream.ts';
import { drumsOf, travelOver } from './travel.ts';

/** By how much strong places are played louder than the recipe's velocity, and by how much velocities scatter about it. */
const [STRONG, SPREAD] = [18, 7];
/** Rise of an accent, and chance that a stroke of the snare between accents is a ghost note. */
const [ACCENT, GHOST_CHANCE] = [10, 0.4];
/** Chance that a place of a fill with rolls is a roll. */
const ROLL_CHANCE = 0.35;
/** The share of the velocity at which a roll and a foot start. */
const [ROLL_START, FOOT_SHARE] = [0.7, 0.8];

/**
 * The hits that a recipe makes in the last `takeOver` ticks of a fill of `length` ticks, which starts on a bar line. None
 * lies outside; the same recipe, meter and kit give the same hits under the same ids.
 */
export function fillHits(
  length: number,
  recipe: FillRecipe,
  meter: Meter,
  voices: readonly Voice[],
): Record<Id, Hit> {
  const from = length - recipe.takeOver;
  const end = Math.max(from + 1, length - (recipe.gap * PPQ) / 4);
  const hits =
    recipe.made !== 'at random'
      ? cellHits(
          recipe.cells ?? planCells(cellContext(recipe, meter, length, voices, [])),
          from,
          new Set(voices.map((voice) => voice.id)),
        )
      : randomHits(length, recipe, meter, voices, end);
  const besides = withFeet(hits, { from, end, length }, recipe, meter, voices);
  return { ...hits, ...besides };
}

/** Velocity on the way from the start to the end of a fill; strong places stand out. */
function velocityAlong({ takeOver, velocity }: FillRecipe, from: number, meter: Meter) {
  return (at: number) =>
    velocity.from +
    ((at - from) / takeOver) * (velocity.to - velocity.from) +
    metricalWeight(at, meter) * STRONG;
}

/** Strokes drawn one by one, before `end` ticks. */
function randomHits(
  length: number,
  recipe: FillRecipe,
  meter: Meter,
  voices: readonly Voice[],
  end: number,
): Record<Id, Hit> {
  const { takeOver, seed, travel } = recipe;
  const random = randomFrom(seedFrom('fill', seed, travel, takeOver, recipe.values.join(), recipe.manner));
  const from = length - takeOver;
  const places = fillPlaces(from, length, recipe.values, recipe.busy, meter, random).filter(
    ({ at }) => at < end,
  );
  const kick = voices.find((voice) => voice.limb === 'right foot');
  const along = onDrums(places, recipe, voices, kick, random);
  const velocityAt = velocityAlong(recipe, from, meter);
  const everyThird = random.chance(0.5);
  const hits: Record<Id, Hit> = {};
  places.forEach(({ at, grid }, i) => {
    const voice = along[i];
    if (!voice) return;
    const isAccent = everyThird ? i % 3 === 0 : isStrong(at, meter);
    const isRunIn = at >= length - PPQ / 4;
    const isGhost = !isAccent && !isRunIn && voice.family === 'snare' && random.chance(GHOST_CHANCE);
    const velocity = isGhost
      ? random.whole(SOFTEST_GHOST, LOUDEST_GHOST)
      : clampVelocity(velocityAt(at) + (isAccent ? ACCENT : 0) + random.whole(-SPREAD, SPREAD));
    const room = (places[i + 1]?.at ?? end) - at;
    const isLast = i === places.length - 1;
    const rolls = recipe.manner === 'rolls' && voice !== kick && random.chance(ROLL_CHANCE);
    hits[`f${i + 1}`] = {
      ...plainHit(voice.id, at, velocity, Math.min(room, DRUM_LENGTH)),
      ...(rolls ? { roll: rollOver(Math.min(room, gridTicks(grid)), velocity, random) } : {}),
      ...(isLast && recipe.flam && voice.limb === 'hand' && !rolls ? { flam: FILL_FLAM } : {}),
    };
  });
  return hits;
}

/** The stretch of a fill in its pattern, in ticks; `end` is where its gap begins. */
interface FillStretch {
  readonly from: number;
  readonly end: number;
  readonly length: number;
}

/** Adds the feet and an anchor to the strokes of a fill. */
function withFeet(
  strokes: Readonly<Record<Id, Hit>>,
  { from, end, length }: FillStretch,
  recipe: FillRecipe,
  meter: Meter,
  voices: readonly Voice[],
): Record<Id, Hit> {
  const hits: Record<Id, Hit> = {};
  const kick = voices.find((voice) => voice.limb === 'right foot');
  const velocityAt = velocityAlong(recipe, from, meter);
  const [last] = Object.values(strokes).sort((a, b) => b.at - a.at);
  const beats = beatsWithin(from, end, meter);
  const foot = (id: Id, voice: Voice | undefined, at: number) => {
    if (voice && at < end)
      hits[id] = plainHit(
        voice.id,
        at,
        clampVelocity(velocityAt(at) * FOOT_SHARE),
        Math.min(DRUM_LENGTH, length - at),
      );
  };
  const pedal = voices.find((voice) => voice.limb === 'left foot');
  if (recipe.feet === 'on' || recipe.feet === 'both') beats.forEach((at, i) => foot(`p${i + 1}`, pedal, at));
  if (recipe.feet === 'between')
    beats.forEach((at, i) => foot(`p${i + 1}`, pedal, at + beatTicks(meter) / 2));
  const isPlayed = (voice: Voice | undefined, at: number) =>
    Object.values(strokes).some((hit) => hit.voice === voice?.id && hit.at === at);
  if (recipe.kick && last && !isPlayed(kick, last.at)) foot('k1', kick, last.at);
  const anchor = voices.find((voice) => voice.id === recipe.anchor);
  const isTaken = (at: number) =>
    isPlayed(anchor, at) || Object.values(hits).some((hit) => hit.voice === anchor?.id && hit.at === at);
  beats.forEach((at, i) => {
    if (anchor && !isTaken(at)) foot(`a${i + 1}`, anchor, at);
  });
  return hits;
}

function rollOver(span: number, velocity: number, random: Random): NonNullable<Hit['roll']> {
  return {
    hits: random.whole(2, 4),
    span: Math.max(1, Math.floor(span)),
    velocity: clampVelocity(velocity * ROLL_START),
    curve: 0,
    pitch: 0,
    pan: 0,
  };
}

/** The drum of each place: along the way that hands travel, with the kick in turn where the fill is linear. */
function onDrums(
  places: readonly FillPlace[],
  recipe: FillRecipe,
  voices: readonly Voice[],
  kick: Voice | undefined,
  random: Random,
): Voice[] {
  const hands = travelOver(drumsOf(recipe, voices), places.length, recipe.travel, random);
  if (recipe.manner !== 'linear' || !kick) return hands;
  // Hands play one to three strokes, then the kick one or two, as sticking patterns for linear playing go.
  let left = random.whole(1, 3);
  let kicks = 0;
  return hands.map((voice) => {
    if (kicks > 0) {
      kicks--;
      if (kicks === 0) left = random.whole(1, 3);
      return kick;
    }
    if (left > 0) {
      left--;
      if (left === 0) kicks = random.whole(1, 2);
    }
    return voice;
  });
}

function beatsWithin(from: number, to: number, meter: Meter): number[] {
  const beat = beatTicks(meter);
  const beats: number[] = [];
  for (let at = Math.ceil(from / beat) * beat; at < to; at += beat) beats.push(at);
  return beats;
}
