import { beatTicks, type Meter, metricalWeight, modulo, PPQ } from '../../../../time/index.ts';
import { type FollowedHit, silent } from '../../../hit/followed.ts';
import { derivedId } from '../../../hit/hit-id.ts';
import { DRUM_LENGTH, plainHit } from '../../../hit/new-hit.ts';
import { clampVelocity } from '../../../hit/velocity.ts';
import type { Id } from '../../../names.ts';
import { backbeatsOf } from '../../backbeat.ts';
import type { TurnDrums } from './turn-drums.ts';

/** Kinds of change that a turn-around is made of. */
export type TurnKind =
  'pick-up' | 'stroke moved' | 'hat opened' | 'hat closed' | 'ghost doubled' | 'hat left out';

/** A change of the last beats: strokes that fall silent, are added or stand elsewhere, all of them together. */
export interface TurnChange {
  readonly kind: TurnKind;
  readonly silenced: ReadonlySet<Id>;
  readonly added: readonly FollowedHit[];
  /** New place by hit, in ticks. */
  readonly moved: ReadonlyMap<Id, number>;
  /** The strokes that it changes, each as row and place, and the places. */
  readonly strokes: readonly string[];
  readonly places: readonly number[];
}

/** The groove that is turned round; places are in ticks. */
export interface Turned {
  readonly hits: readonly FollowedHit[];
  readonly drums: TurnDrums;
  readonly meter: Meter;
  /** Stretch that is worked anew. */
  readonly from: number;
  readonly length: number;
  /** The rows that may change; null for all. */
  readonly voices: readonly Id[] | null;
  /** The shape, which the hits that it makes are named after. */
  readonly shape: { readonly id: Id };
}

function isMeant({ voices }: Turned, voice: Id): boolean {
  return voices === null || voices.includes(voice);
}

/** A 16th, and a triplet 8th, in ticks. */
export const [SIXTEENTH, TRIPLET] = [PPQ / 4, PPQ / 3];
/** The last places that a pick-up stands on, in steps before the end; those it has together, at most three. */
const PICK_UPS: readonly (readonly number[])[] = [[1], [2], [3], [1, 2], [1, 3], [2, 3], [1, 2, 3]];
/** One stroke alone. */
const SINGLE = PICK_UPS.slice(0, 3);
/** The same for the foot, which plays two an 8th apart. */
const FOOT_PICK_UPS: readonly (readonly number[])[] = [[1], [2], [3], [1, 3]];
/** Velocity of a ghost note where the groove has none, the loudest one, and the rise of a pick-up to its last stroke. */
const [GHOST, LOUDEST_GHOST, RISE] = [38, 60, 8];
/** Places whose metrical weights differ by no more than this are of like weight. */
const LIKE = 0.151;
/** Strokes less than so many ticks apart are at one moment. */
const MOMENT = PPQ / 16;

/** The step that a groove goes by, in ticks: a triplet 8th where more of its strokes lie off the 16ths than off the triplets. */
function stepOf(hits: readonly FollowedHit[]): number {
  const off = (step: number) => hits.filter(({ at }) => at % step !== 0).length;
  return off(TRIPLET) < off(SIXTEENTH) ? TRIPLET : SIXTEENTH;
}

/** Each change by itself that the last beats of a groove allow: backbeats, and the kick on a bar's first beat, stay. */
export function turnChanges(turned: Turned): readonly TurnChange[] {
  return [
    ...pickUps(turned),
    ...exchangedHats(turned),
    ...movedStrokes(turned),
    ...doubledGhosts(turned),
    ...hatLeftOut(turned),
  ];
}

function change(
  kind: TurnKind,
  {
    silenced = new Set<Id>(),
    added = [],
    moved = new Map<Id, number>(),
  }: Partial<Pick<TurnChange, 'silenced' | 'added' | 'moved'>>,
  hits: readonly FollowedHit[],
): TurnChange {
  const before = hits.filter((hit) => silenced.has(hit.id) || moved.has(hit.id));
  const after = before.flatMap((hit) => (moved.has(hit.id) ? [{ ...hit, at: moved.get(hit.id) ?? 0 }] : []));
  const all = [...added, ...before, ...after];
  return {
    ...{ kind, silenced, added, moved },
    strokes: all.map(({ voice, at }) => `${voice} ${at}`),
    places: all.map(({ at }) => at),
  };
}

function pickUps(turned: Turned): TurnChange[] {
  const { hits, drums, length, from } = turned;
  const { kick, snare, open, toms } = drums;
  const ghost = levelOf(hits, (hit) => hit.voice === snare && hit.velocity <= LOUDEST_GHOST) ?? GHOST;
  const step = stepOf(hits);
  const placesFor = (steps: readonly number[]) => steps.map((nth) => length - nth * step);
  const onHand = (voice: Id, level: number, sets = PICK_UPS) =>
    sets.flatMap((steps) => {
      const places = placesFor(steps);
      if (places.some((at) => at < from || isPlayed(hits, [voice], at))) return [];
      // A hand that keeps the time there plays the pick-up instead.
      const instead = hits.filter(
        (hit) => drums.time.includes(hit.voice) && places.some((at) => Math.abs(hit.at - at) <= MOMENT),
      );
      const rest = { ...turned, hits: hits.filter((hit) => !instead.includes(hit)) };
      const silenced = places.every((at) => hasHand(turned, voice, at)) ? [] : instead;
      if (silenced.length && !places.every((at) => hasHand(rest, voice, at))) return [];
      if (!silenced.length && !places.every((at) => hasHand(turned, voice, at))) return [];
      const last = Math.min(...steps);
      const added = places.map((at, i) =>
        addedHit(turned, voice, at, level - ((steps[i] ?? 1) - last) * RISE, `up-${steps[i]}`),
      );
      return [change('pick-up', { added, silenced: new Set(silenced.map(({ id }) => id)) }, hits)];
    });
  const onFoot = (voice: Id) =>
    FOOT_PICK_UPS.flatMap((steps) => {
      const places = placesFor(steps);
      if (places.some((at) => at < from || !hasFoot(turned, at, null))) return [];
      const level = (levelOf(hits, (hit) => hit.voice === voice) ?? 100) * 0.9;
      const added = places.map((at, i) => addedHit(turned, voice, at, level, `up-${steps[i]}`));
      return [change('pick-up', { added }, hits)];
    });
  return [
    ...(kick !== null && isMeant(turned, kick) ? onFoot(kick) : []),
    ...(snare !== null && isMeant(turned, snare) ? onHand(snare, ghost) : []),
    ...(open !== null && isMeant(turned, open) ? onHand(open, 88, SINGLE) : []),
    ...toms.flatMap((tom) => onHand(tom, 84)),
  ];
}

/** A hat on an off-beat of the last two beats: a closed one opened, an open one closed. */
function exchangedHats(turned: Turned): TurnChange[] {
  const { hits, drums, meter, length, from, shape } = turned;
  const { open, closed } = drums;
  if (open === null || closed === null) return [];
  const beat = beatTicks(meter);
  const start = Math.max(from, length - 2 * beat);
  const exchange = (kind: TurnKind, off: Id, on: Id, part: string, louder: number) =>
    hits.flatMap((hit) => {
      const isOffBeat = modulo(hit.at, beat) === beat / 2;
      const isThere = hit.voice === off && isOffBeat && hit.at >= start;
      if (!isThere || !isMeant(turned, off) || isPlayed(hits, [on], hit.at)) return [];
      const made = plainHit(on, hit.at, clampVelocity(hit.velocity * louder), DRUM_LENGTH);
      const added = [{ ...made, id: derivedId(hit.id, shape, part), origin: 'followed' as const }];
      return [change(kind, { silenced: new Set([hit.id]), added }, hits)];
    });
  return [
    ...exchange('hat opened', closed, open, 'open', 1.15),
    ...exchange('hat closed', open, closed, 'closed', 0.8),
  ];
}

/** A stroke of kick, snare or tom on a free place of like weight; one on a bar's first beat stays. */
function movedStrokes(turned: Turned): TurnChange[] {
  const { hits, drums, meter, from, length } = turned;
  const step = stepOf(hits);
  const places = Array.from({ length: Math.ceil((length - from) / step) }, (_, i) => from + i * step);
  const isFoot = (hit: FollowedHit) => drums.feet.includes(hit.voice);
  const stays = (hit: FollowedHit) => drums.time.includes(hit.voice) || drums.others.includes(hit.voice);
  return hits.flatMap((hit) => {
    const weight = metricalWeight(hit.at, meter);
    if (hit.at < from || weight === 1 || stays(hit) || !isMeant(turned, hit.voice)) return [];
    const rest = { ...turned, hits: hits.filter((one) => one !== hit) };
    return places.flatMap((at) => {
      const isLike = at !== hit.at && at < length && Math.abs(metricalWeight(at, meter) - weight) <= LIKE;
      if (!isLike || isPlayed(hits, [...drums.backs, hit.voice], at)) return [];
      if (!(isFoot(hit) ? hasFoot(turned, at, hit.id) : hasHand(rest, hit.voice, at))) return [];
      return [change('stroke moved', { moved: new Map([[hit.id, at]]) }, hits)];
    });
  });
}

/** A ghost note with another one a 16th after it, or before. */
function doubledGhosts(turned: Turned): TurnChange[] {
  const { hits, drums, from, length } = turned;
  return hits.flatMap((hit) => {
    const isGhost = drums.backs.includes(hit.voice) && hit.velocity <= LOUDEST_GHOST;
    if (!isGhost || !isMeant(turned, hit.voice) || hit.at < from) return [];
    return [stepOf(hits), -stepOf(hits)].flatMap((by) => {
      const at = hit.at + by;
      const isFree =
        at >= from && at < length && !isPlayed(hits, [hit.voice], at) && hasHand(turned, hit.voice, at);
      if (!isFree) return [];
      const added = [addedHit(turned, hit.voice, at, hit.velocity * 0.9, `double-${length - at}`)];
      return [change('ghost doubled', { added }, hits)];
    });
  });
}

/** The last stroke, or the last two, before the downbeat of what keeps the time, left out: hat or ride, else percussion. */
function hatLeftOut(turned: Turned): TurnChange[] {
  const { hits, drums, from } = turned;
  const rows = hits.some((hit) => drums.time.includes(hit.voice)) ? drums.time : drums.others;
  const last = hits
    .filter((hit) => rows.includes(hit.voice) && hit.at >= from && isMeant(turned, hit.voice))
    .sort((a, b) => b.at - a.at);
  return [1, 2]
    .filter((count) => last.length > count)
    .map((count) =>
      change('hat left out', { silenced: new Set(last.slice(0, count).map(({ id }) => id)) }, hits),
    );
}

/** Hits that stay as they are and as loud: backbeats, and the kicks on a bar's first beat. */
export function keptHits({ hits, drums, meter }: Turned): ReadonlySet<Id> {
  const firsts = hits.filter((hit) => hit.voice === drums.kick && metricalWeight(hit.at, meter) === 1);
  return new Set([...backbeatsOf(hits, new Set(drums.backs), meter), ...firsts.map(({ id }) => id)]);
}

function addedHit(
  { shape, length }: Turned,
  voice: Id,
  at: number,
  level: number,
  part: string,
): FollowedHit {
  const hit = plainHit(voice, at, clampVelocity(level), Math.min(DRUM_LENGTH, length - at));
  return { ...hit, id: derivedId(voice, shape, part), origin: 'followed' };
}

/** True where one of the rows is struck at a place. */
function isPlayed(hits: readonly FollowedHit[], voices: readonly Id[], at: number): boolean {
  return hits.some((hit) => voices.includes(hit.voice) && Math.abs(hit.at - at) < SIXTEENTH / 2);
}

/**
 * True where a hand is free for a stroke: at most one other hand strikes at that moment and none a 16th around it; or none at
 * that moment, and a 16th before and after one hand, or two of which one bounces on the same drum.
 */
function hasHand({ hits, drums }: Turned, voice: Id, at: number): boolean {
  const isHands = (hit: FollowedHit) => !drums.feet.includes(hit.voice) && !drums.others.includes(hit.voice);
  const isHat = (hit: FollowedHit) => hit.voice === drums.closed || hit.voice === drums.open;
  // Two rows of one hat that are struck together are one stroke.
  const hands = hits.filter(
    (hit, i) =>
      isHands(hit) &&
      !(isHat(hit) && hits.some((one, j) => j < i && isHat(one) && Math.abs(one.at - hit.at) <= MOMENT)),
  );
  // The other hand is free where one keeps the time on 16ths by itself.
  const busy = keepsTimeAlone(hands, drums) ? hands.filter((hit) => !drums.time.includes(hit.voice)) : hands;
  const near = (from: number, to: number) => busy.filter((hit) => hit.at - at >= from && hit.at - at <= to);
  const now = near(-MOMENT, MOMENT).length;
  const around = [near(-SIXTEENTH - MOMENT, -MOMENT - 1), near(MOMENT + 1, SIXTEENTH + MOMENT)];
  const isBetween = (hit: FollowedHit) => Math.abs(hit.at - at) < SIXTEENTH - MOMENT;
  if (around.flat().some(isBetween)) return false;
  if (now > 0) return now === 1 && around.every((side) => side.length === 0);
  const bounces = around.map((side) => side.some((hit) => hit.voice === voice));
  return (
    !bounces.every(Boolean) && around.every((side, i) => side.length < 2 || (side.length === 2 && bounces[i]))
  );
}

/** True where a groove strikes another drum together with a hat or ride that is also played a 16th before or after. */
function keepsTimeAlone(hands: readonly FollowedHit[], { time }: TurnDrums): boolean {
  const places = new Set(hands.flatMap((hit) => (time.includes(hit.voice) ? [hit.at] : [])));
  return hands.some(
    (hit) =>
      !time.includes(hit.voice) &&
      places.has(hit.at) &&
      (places.has(hit.at - SIXTEENTH) || places.has(hit.at + SIXTEENTH)),
  );
}

/** True where the foot is free for a kick: an 8th from any other, or a 16th from one alone where the groove plays such pairs. */
function hasFoot({ hits, drums }: Turned, at: number, except: Id | null): boolean {
  const others = footPlaces({ hits: hits.filter(({ id }) => id !== except), drums });
  const near = others.filter((other) => Math.abs(other - at) < 2 * SIXTEENTH);
  const [partner] = near;
  if (partner === undefined) return true;
  const isPair = near.length === 1 && Math.abs(partner - at) >= SIXTEENTH;
  const alone = others.every((other) => other === partner || Math.abs(other - partner) >= 2 * SIXTEENTH);
  return isPair && alone && nearestFeet(footPlaces({ hits, drums })) < 2 * SIXTEENTH;
}

function footPlaces({ hits, drums }: Pick<Turned, 'hits' | 'drums'>): number[] {
  return hits.flatMap((hit) => (drums.feet.includes(hit.voice) ? [hit.at] : [])).sort((a, b) => a - b);
}

function nearestFeet(places: readonly number[]): number {
  return Math.min(Infinity, ...places.slice(1).map((at, i) => at - (places[i] ?? 0)));
}

/**
 * True for changes that limbs can play when they are made together: the foot has no three strokes in a row, and none nearer
 * than the groove has them, and a hand is free for each stroke that is added or moved.
 */
export function keepsLimbs(turned: Turned, changes: readonly TurnChange[]): boolean {
  const sounding = withChanges(turned.hits, changes).filter(({ origin }) => origin !== 'silenced');
  const after = footPlaces({ ...turned, hits: sounding });
  const before = footPlaces(turned);
  const isNew = new Set(
    changes.flatMap(({ added, moved }) => [...added.map(({ id }) => id), ...moved.keys()]),
  );
  const hasHands = sounding.every(
    (hit) =>
      !isNew.has(hit.id) ||
      turned.drums.feet.includes(hit.voice) ||
      hasHand({ ...turned, hits: sounding.filter((one) => one !== hit) }, hit.voice, hit.at),
  );
  return (
    hasHands &&
    inARow(after) <= inARow(before) &&
    nearestFeet(after) >= Math.min(2 * SIXTEENTH, nearestFeet(before))
  );
}

/** Number of times that three strokes of the foot are less than an 8th apart each. */
function inARow(places: readonly number[]): number {
  const near = (i: number) => (places[i + 1] ?? Infinity) - (places[i] ?? 0) < 2 * SIXTEENTH;
  return places.filter((_, i) => near(i) && near(i + 1)).length;
}

/** Hits with some changes made; what falls silent stays among them, marked so. */
export function withChanges(
  hits: readonly FollowedHit[],
  changes: readonly TurnChange[],
): readonly FollowedHit[] {
  const movedTo = (id: Id) => changes.map(({ moved }) => moved.get(id)).find((at) => at !== undefined);
  return [
    ...hits.map((hit) => {
      if (changes.some(({ silenced }) => silenced.has(hit.id))) return silent(hit);
      const at = movedTo(hit.id);
      return at === undefined ? hit : { ...hit, at };
    }),
    ...changes.flatMap(({ added }) => added),
  ];
}

/** Median velocity of some hits; null where there are none. */
function levelOf(hits: readonly FollowedHit[], isLike: (hit: FollowedHit) => boolean): number | null {
  const levels = hits
    .filter(isLike)
    .map(({ velocity }) => velocity)
    .sort((a, b) => a - b);
  return levels[Math.floor(levels.length / 2)] ?? null;
}
