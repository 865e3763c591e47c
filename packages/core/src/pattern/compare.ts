import {
  byPlace,
  type Hit,
  type Id,
  type IdentifiedHit,
  inSilentRow,
  inTurn,
  omit,
  type Outcome,
  type SongDocument,
} from '../song/index.ts';
import { msToTicks } from '../time/index.ts';
import {
  addHits,
  changeHits,
  differing,
  removeHits,
  saidInFull,
  silentAsRow,
  toggleSilenced,
} from './edit-hits.ts';
import { strokesOf } from './feel/ornament.ts';
import { matchHits } from './match.ts';
import { resolve } from './resolve.ts';

/** Relation of a hit to its counterpart in another pattern. */
export type Contrast = 'only a' | 'only b' | 'moved' | 'louder' | 'softer' | 'otherwise';

/** One difference between two patterns: a hit of either, or a pair that is not alike; seen from `a` to `b`. */
export interface HitDifference {
  readonly voice: Id;
  readonly a: IdentifiedHit | null;
  readonly b: IdentifiedHit | null;
  /** Never empty; a pair can be moved and louder at once. `otherwise`: length, roll, layers, glide, pan, rounds or accent. */
  readonly contrasts: readonly Contrast[];
}

/** Largest differences of a pair that still counts as alike. */
export interface Tolerance {
  /** In ms early or late. */
  readonly ms: number;
  readonly velocity: number;
  /** True to compare length, roll, flam, glide, pan, rounds and accents as well. */
  readonly details: boolean;
}

const EXACT: Tolerance = { ms: 0, velocity: 0, details: true };

/** For holding a pattern against what was recorded or written elsewhere. */
export const ROUGHLY: Tolerance = { ms: 15, velocity: 16, details: false };

/**
 * Hits with every stroke of their rolls, flams and layers as a hit of its own, for comparing with notes that know no ornaments.
 * The first stroke of a roll keeps the hit's id; `tempo` is in quarter notes a minute.
 */
export function strokesAsHits(hits: readonly IdentifiedHit[], tempo: number): readonly IdentifiedHit[] {
  return hits.flatMap((hit) => {
    if (!hit.roll && !hit.flam && !hit.layered) return [hit];
    const main = strokesOf(hit).findIndex((stroke) => stroke.early === 0);
    return strokesOf(hit).map(({ at, early, velocity, length, pitch }, i) => ({
      ...omit(hit, 'roll', 'flam', 'layered'),
      ...{ velocity, length, pitch },
      id: i === main ? hit.id : `${hit.id}.stroke-${i}`,
      at: Math.max(0, Math.round(at - msToTicks(early, tempo))),
    }));
  });
}

/** Every difference from `a` to `b`, by place. */
export function compareHits(
  a: readonly IdentifiedHit[],
  b: readonly IdentifiedHit[],
  tolerance: Tolerance = EXACT,
): readonly HitDifference[] {
  const { pairs, onlyA, onlyB } = matchHits(a, b);
  const out: HitDifference[] = [
    ...onlyA.map((hit) => ({ voice: hit.voice, a: hit, b: null, contrasts: ['only a' as const] })),
    ...onlyB.map((hit) => ({ voice: hit.voice, a: null, b: hit, contrasts: ['only b' as const] })),
  ];
  for (const [one, other] of pairs) {
    const contrasts = contrastsOf(one, other, tolerance);
    if (contrasts.length) out.push({ voice: one.voice, a: one, b: other, contrasts });
  }
  const placed = (difference: HitDifference) => difference.a ?? difference.b;
  return out.sort((x, y) => {
    const [left, right] = [placed(x), placed(y)];
    return left && right ? byPlace(left, right) : 0;
  });
}

function contrastsOf(a: IdentifiedHit, b: IdentifiedHit, tolerance: Tolerance): Contrast[] {
  const out: Contrast[] = [];
  if (a.at !== b.at || Math.abs(a.offsetMs - b.offsetMs) > tolerance.ms) out.push('moved');
  if (b.velocity > a.velocity + tolerance.velocity) out.push('louder');
  if (b.velocity < a.velocity - tolerance.velocity) out.push('softer');
  if (!tolerance.details) return out;
  const others = omit(saidInFull(b), 'voice', 'at', 'velocity', 'offsetMs', 'pitch');
  if (Object.keys(differing(a, others)).length) out.push('otherwise');
  return out;
}

export type ContrastCounts = Readonly<Record<Contrast, number>>;

/** Number of differences of each kind, by voice; voices without any are left out. */
export function countByVoice(differences: readonly HitDifference[]): ReadonlyMap<Id, ContrastCounts> {
  const out = new Map<Id, Record<Contrast, number>>();
  for (const { voice, contrasts } of differences) {
    const count = out.get(voice) ?? {
      'only a': 0,
      'only b': 0,
      moved: 0,
      louder: 0,
      softer: 0,
      otherwise: 0,
    };
    for (const contrast of contrasts) count[contrast]++;
    out.set(voice, count);
  }
  return out;
}

/**
 * Makes pattern `a` as `b` is in one difference: a hit that only `a` has goes, one that only `b` has comes (from silence
 * where it is silenced here), and a pair becomes alike. `id` is that of the hit, should it be new. Refused
 * where it would not sound, since its row is silent as a row.
 */
export function copyAcross(document: SongDocument, pattern: Id, difference: HitDifference, id: Id): Outcome {
  const { a, b } = difference;
  const { hits, pattern: record } = resolve(document, pattern);
  if (b && inSilentRow(record.shapes, b)) return silentAsRow(document, b.voice);
  const alike = (hit: Id, wanted: Hit) => (now: SongDocument) =>
    changeHits(now, pattern, [hit], () => saidInFull(wanted));
  const take = (...edits: readonly ((now: SongDocument) => Outcome)[]) =>
    inTurn(document, 'take a difference', edits);
  if (a) return take(b ? alike(a.id, b) : (now) => removeHits(now, pattern, [a.id]));
  if (!b) return null;
  const { pairs } = matchHits(
    hits.filter((hit) => hit.origin === 'silenced'),
    [b],
  );
  const [quiet] = pairs[0] ?? [];
  if (!quiet) return take((now) => addHits(now, pattern, [{ ...plain(b), id }]));
  return take((now) => toggleSilenced(now, pattern, [quiet.id]), alike(quiet.id, b));
}

/** A hit without its id, and without what it says it has not. */
function plain(hit: IdentifiedHit): Hit {
  const { voice, at, velocity, length, offsetMs, pitch } = hit;
  const bare = { voice, at, velocity, length, offsetMs, pitch };
  return { ...bare, ...differing(bare, hit) };
}
