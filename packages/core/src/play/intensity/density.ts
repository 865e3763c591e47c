import { placeInLayer, type ResolvedLayer } from '../../form/index.ts';
import { familyOrder, resolve, soundingOf } from '../../pattern/index.ts';
import {
  type Id,
  indexOf,
  type Pattern,
  type PatternRole,
  type ResolvedHit,
  silent,
  type SongDocument,
} from '../../song/index.ts';
import { barTicks, isStrong, metricalWeight, modulo, PPQ, randomFrom, seedFrom } from '../../time/index.ts';
import { soundingBars } from './bars.ts';
import { intensityAt } from './curve.ts';
import { isKinNear, NEAR } from './kin-near.ts';
import type { Special } from './special.ts';
import { evenly } from './spread.ts';

/** Roles that a family plays all through; a denser groove borrows nothing from its ends. */
const BORROWED: ReadonlySet<PatternRole> = new Set(['groove', 'variation']);

/**
 * The hits of a layer at the density of its place. Of the n hits of each bar the one of rank i, from the weightiest down,
 * sounds where i < n * density / 100, so that what sounds at a lower density sounds at every higher one; over 100 hits that
 * other patterns of the family play there come in from rank n on, and after them ghosts of the snare; by role these are
 * spread evenly over the bar, and the bars of a phrase take them in turn. At 100 the hits are the very same.
 */
export function atDensity(
  document: SongDocument,
  layer: ResolvedLayer,
  special: Special,
): readonly ResolvedHit[] {
  const { occurrence, at, counted, meter } = special;
  const { density } = occurrence;
  const { song } = indexOf(document);
  if (!density) return layer.hits;
  const share = (hit: ResolvedHit) => intensityAt(density, at + layer.from + hit.at) / 100;
  const bars = soundingBars(layer.hits, counted + layer.from, meter);
  const bar = barTicks(meter);
  // Hits to come in are worked out only where some do.
  const densest = Math.max(...density.map(({ percent }) => percent)) / 100;
  const isOver = densest > 1;
  const family = isOver ? familyOf(document, layer.source.pattern) : [];
  const rank = rankIn(document, layer, special);
  const quiet = new Set<Id>();
  const more: ResolvedHit[] = [];
  for (const [nth, hits] of bars) {
    rank(hits).forEach((hit, i) => {
      if (i >= hits.length * share(hit)) quiet.add(hit.id);
    });
    const start = nth * bar - counted - layer.from;
    const room = { from: Math.max(0, start), to: Math.min(layer.length, start + bar) };
    if (!isOver) continue;
    const lots = [
      borrowed(document, family, layer, special, hits, room),
      ghosts(document, layer, special, hits, room),
    ];
    const most = Math.ceil(hits.length * (densest - 1));
    const others = occurrence.byRole ? spreadOut(document, hits, lots, room, most) : lots.flat();
    const after = occurrence.byRole ? turnInPhrase(nth, song.phraseBars) : 0;
    more.push(...others.filter((hit, i) => hits.length + i + after < hits.length * share(hit)));
  }
  if (!quiet.size && !more.length) return layer.hits;
  return [...layer.hits.map((hit) => (quiet.has(hit.id) ? silent(hit) : hit)), ...more];
}

/** Hits from the weightiest down: anchors, then by weight, then by velocity; the rest is drawn from the song's seed. */
function rankIn(
  document: SongDocument,
  layer: ResolvedLayer,
  { counted, meter }: Special,
): (hits: readonly ResolvedHit[]) => readonly ResolvedHit[] {
  const { song, voice } = indexOf(document);
  return (hits) =>
    hits
      .map((hit) => {
        const place = counted + layer.from + hit.at;
        const family = voice(hit.voice)?.family;
        const isAnchor =
          (family === 'kick' || family === 'snare' || family === 'note') && isStrong(place, meter);
        return {
          hit,
          // Drawn by row and place in the pattern, which a hit keeps when its slot is cut.
          key: [
            isAnchor ? 1 : 0,
            metricalWeight(place, meter),
            hit.velocity,
            seedFrom(song.seed, hit.voice, placeInLayer(layer, hit.at)),
          ] as const,
        };
      })
      .sort((a, b) => {
        const first = a.key.findIndex((one, i) => one !== b.key[i]);
        return first < 0 ? 0 : (b.key[first] ?? 0) - (a.key[first] ?? 0);
      })
      .map(({ hit }) => hit);
}

/** Fraction of a hit (0..1) by which a bar comes later than the others of its phrase: the last one first, then evenly. */
function turnInPhrase(bar: number, phraseBars: number): number {
  return evenly(phraseBars - 1 - modulo(bar, phraseBars));
}

/**
 * The first `most` hits to come in, lot by lot, each time the one that lies farthest from those that have come in; of equals
 * the earlier one of its lot. None comes to a place where a stroke of its drum is.
 */
function spreadOut(
  document: SongDocument,
  hits: readonly ResolvedHit[],
  lots: readonly (readonly ResolvedHit[])[],
  { from, to }: Room,
  most: number,
): readonly ResolvedHit[] {
  const { voice } = indexOf(document);
  const out: ResolvedHit[] = [];
  const isFree = (hit: ResolvedHit, others: readonly ResolvedHit[]) => {
    const own = voice(hit.voice);
    return !own || !others.some((other) => isKinNear(other, hit.at, own, voice));
  };
  const apart = (a: ResolvedHit, b: ResolvedHit) => {
    const way = Math.abs(a.at - b.at);
    return Math.min(way, to - from - way);
  };
  for (const lot of lots) {
    let left = lot
      .filter((hit) => isFree(hit, hits) && isFree(hit, out))
      .map((hit) => ({ hit, far: Math.min(to - from, ...out.map((other) => apart(other, hit))) }));
    for (let [next] = left; next && out.length < most; [next] = left) {
      const { hit } = left.reduce((best, one) => (one.far > best.far ? one : best), next);
      out.push(hit);
      left = left
        .filter((one) => one.hit !== hit && isFree(one.hit, [hit]))
        .map((one) => ({ ...one, far: Math.min(one.far, apart(one.hit, hit)) }));
    }
  }
  return out;
}

/** A stretch of a layer, in ticks from its start. */
interface Room {
  readonly from: number;
  readonly to: number;
}

/**
 * Hits of other patterns of a family in a stretch of a layer with room for them; hits that most patterns share come first.
 */
function borrowed(
  document: SongDocument,
  family: readonly Pattern[],
  layer: ResolvedLayer,
  { inSection }: Special,
  hits: readonly ResolvedHit[],
  room: Room,
): readonly ResolvedHit[] {
  // By its place in the section, which stays the same where a slot is cut.
  const named = (hit: ResolvedHit, pattern: Id, at: number) =>
    `more:${pattern}:${hit.id}:${inSection + layer.from + at}`;
  const found = new Map<string, { hit: ResolvedHit; times: number }>();
  for (const { id, length } of family)
    for (const hit of soundingOf(resolve(document, id))) {
      // First place in the layer where this place of the other pattern comes round.
      const first = room.from + modulo(hit.at - layer.start - room.from, length);
      for (let at = first; at < room.to; at += length) {
        if (isTaken(hits, hit.voice, at)) continue;
        const key = `${hit.voice} ${Math.round(at / NEAR)}`;
        const known = found.get(key);
        if (known) known.times++;
        else
          found.set(key, {
            hit: { ...hit, id: named(hit, id, at), at, origin: 'followed' },
            times: 1,
          });
      }
    }
  return [...found.values()]
    .sort((a, b) => b.times - a.times || a.hit.at - b.hit.at || (a.hit.id < b.hit.id ? -1 : 1))
    .map(({ hit }) => hit);
}

/** The other patterns of a family that are played all through. */
function familyOf(document: SongDocument, { id, part }: Pattern): readonly Pattern[] {
  const order = familyOrder(indexOf(document), part);
  const at = order.findIndex(({ pattern }) => pattern.id === id);
  const root = order.findLastIndex(({ depth }, i) => i <= at && depth === 0);
  const next = order.findIndex(({ depth }, i) => i > root && depth === 0);
  return order
    .slice(root, next < 0 ? undefined : next)
    .map(({ pattern }) => pattern)
    .filter((one) => one.id !== id && BORROWED.has(one.role));
}

function isTaken(hits: readonly ResolvedHit[], voice: Id, at: number): boolean {
  return hits.some((hit) => hit.voice === voice && Math.abs(hit.at - at) < NEAR);
}

/** Velocities of ghost notes. */
const [SOFTEST, LOUDEST] = [22, 34];

/** Soft strokes of the snare on the 16ths of a stretch where it has none, in an order drawn from the song's seed. */
function ghosts(
  document: SongDocument,
  layer: ResolvedLayer,
  { inSection }: Special,
  hits: readonly ResolvedHit[],
  room: Room,
): readonly ResolvedHit[] {
  const { song, part, voicesOf } = indexOf(document);
  const { part: id } = layer.source.pattern;
  const snare = voicesOf(id).find(({ family }) => family === 'snare');
  if (part(id)?.type !== 'drums' || !snare || !hits.some((hit) => hit.voice === snare.id)) return [];
  const step = PPQ / 4;
  const offset = modulo(-(inSection + layer.from + room.from), step);
  const out: { hit: ResolvedHit; draw: number }[] = [];
  for (let at = room.from + offset; at < room.to; at += step) {
    if (isTaken(hits, snare.id, at)) continue;
    const random = randomFrom(seedFrom(song.seed, layer.source.pattern.id, placeInLayer(layer, at)));
    const velocity = random.whole(SOFTEST, LOUDEST);
    out.push({
      hit: {
        id: `ghost:${inSection + layer.from + at}`,
        voice: snare.id,
        at,
        velocity,
        length: step / 2,
        offsetMs: 0,
        pitch: 0,
        origin: 'followed',
      },
      draw: random.next(),
    });
  }
  return out.sort((a, b) => a.draw - b.draw).map(({ hit }) => hit);
}
