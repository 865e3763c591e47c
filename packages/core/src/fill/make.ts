import { clampVelocity } from '../feel/velocity.ts';
import { lastPlaceIn } from '../pattern/edit-pattern.ts';
import { resolve } from '../pattern/resolve.ts';
import { randomFrom, seedFrom } from '../random/stream.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Outcome } from '../song/outcome.ts';
import type { Hit, Id, Pattern } from '../song/records.ts';
import { barTicks, beatTicks, type Meter } from '../time/meter.ts';
import { modulo } from '../time/ticks.ts';
import { metricalWeight } from '../time/weight.ts';
import { fillPlaces } from './stream.ts';
import { roundTheKit, travelOver, type Travel } from './travel.ts';

export interface FillRecipe {
  /** How much of the groove's end the fill replaces, in ticks. */
  readonly takeOver: number;
  readonly travel: Travel;
  /** Share of the 16ths that are played, 0..100 percent. */
  readonly busy: number;
  readonly seed: number;
}

/** Velocities at the start and the end of the take-over; strong places are played louder than these by up to this. */
const SWELL = { from: 62, to: 104, strong: 18, spread: 7 };

/**
 * A fill at the end of a groove, as a pattern that follows it: the hands' hits in the take-over are silenced, the feet
 * go on, and the fill's own hits go round the kit. The same recipe gives the same fill.
 * Refused for a take-over longer than the groove or shorter than a beat, and for parts that are not drums.
 */
export function makeFill(
  document: SongDocument,
  groove: Id,
  recipe: FillRecipe,
  id: Id,
  name: string,
): Outcome {
  const index = indexOf(document);
  const { pattern: source, meter: own } = resolve(document, groove);
  const meter = own ?? index.song.meter;
  const voices = index.voicesOf(source.part);
  if (index.part(source.part)?.type !== 'drums') return { reason: 'Fills are made from drum patterns.' };
  if (recipe.takeOver < beatTicks(meter)) return { reason: 'A fill takes over at least one beat.' };
  if (recipe.takeOver > source.length) return { reason: `${source.name} is shorter than that take-over.` };
  const drums = roundTheKit(voices);
  if (!drums.length) return { reason: 'The kit has no drum that hands could play a fill on.' };
  const length = fillLength(source.length, recipe.takeOver, meter);
  const hands = voices.filter((voice) => voice.limb === 'hand').map((voice) => voice.id);
  const from = length - recipe.takeOver;
  const fill: Pattern = {
    id,
    kind: 'pattern',
    part: source.part,
    name,
    role: 'fill',
    length,
    order: lastPlaceIn(document, source.part),
    parent: groove,
    window: { from: modulo(source.length - length, source.length) },
    shapes: hands.length ? [{ id: 'take-over', rule: 'silence', voices: hands, from, to: length }] : [],
    own: fillHits(length, recipe, meter, drums),
    silenced: [],
    changed: {},
    grids: {},
    madeBy: { ...recipe },
  };
  return { label: `fill from ${source.name}`, put: [fill], remove: [] };
}

/** Whole bars that hold the take-over, and no more than the groove has. */
function fillLength(groove: number, takeOver: number, meter: Meter): number {
  return Math.min(groove, Math.ceil(takeOver / barTicks(meter)) * barTicks(meter));
}

function fillHits(
  length: number,
  recipe: FillRecipe,
  meter: Meter,
  drums: ReturnType<typeof roundTheKit>,
): Record<Id, Hit> {
  const random = randomFrom(seedFrom('fill', recipe.seed, recipe.travel, recipe.busy, recipe.takeOver));
  const from = length - recipe.takeOver;
  const places = fillPlaces(from, length, recipe.busy, meter, random);
  const along = travelOver(drums, places.length, recipe.travel, random);
  const hits: Record<Id, Hit> = {};
  places.forEach((at, i) => {
    const voice = along[i];
    if (!voice) return;
    const share = (at - from) / recipe.takeOver;
    const swell = SWELL.from + share * (SWELL.to - SWELL.from);
    const strong = metricalWeight(at, meter) * SWELL.strong;
    const velocity = clampVelocity(swell + strong + random.whole(-SWELL.spread, SWELL.spread));
    const room = (places[i + 1] ?? length) - at;
    hits[`f${i + 1}`] = { voice: voice.id, at, velocity, length: Math.min(room, 120), offsetMs: 0, pitch: 0 };
  });
  return hits;
}
