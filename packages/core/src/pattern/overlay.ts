import {
  byPlace,
  type Edits,
  type FollowedHit,
  freeHitId,
  type Hit,
  type Id,
  type IdentifiedHit,
  LIMITS,
  repeatedId,
  type ResolvedHit,
  silent,
} from '../song/index.ts';

/** An edit whose hit no longer exists: it is kept, does nothing, and is listed. */
export interface LooseEdit {
  readonly hit: Id;
  readonly edit: 'silenced' | 'changed';
}

export interface Overlaid {
  /** Followed hits, under ids that no own hit has. */
  readonly followed: readonly FollowedHit[];
  readonly hits: readonly ResolvedHit[];
  readonly loose: readonly LooseEdit[];
}

/**
 * Hits that are followed, under ids that none of a pattern's own has: a repeat of a parent that became shorter may come to be
 * called as a copy that was made of it. The same object when all are free.
 */
function besideOwn(followed: readonly FollowedHit[], own: Readonly<Record<Id, Hit>>): readonly FollowedHit[] {
  if (!followed.some(({ id }) => Object.hasOwn(own, id))) return followed;
  const taken = new Set(followed.map(({ id }) => id));
  return followed.map((hit) => {
    if (!Object.hasOwn(own, hit.id)) return hit;
    const id = freeHitId(hit.id, (one) => taken.has(one) || Object.hasOwn(own, one));
    taken.add(id);
    return { ...hit, id };
  });
}

/**
 * Lays edits over what is followed: changed fields, then silenced hits, then own hits.
 * A changed hit sounds even where a shape would silence it. Hits at or after `length` ticks are hidden.
 */
export function overlay(base: readonly FollowedHit[], edits: Edits, length: number): Overlaid {
  const followed = besideOwn(base, edits.own);
  const silenced = new Set(edits.silenced);
  const hits: ResolvedHit[] = [];
  for (const hit of followed) {
    const fields = Object.hasOwn(edits.changed, hit.id) ? edits.changed[hit.id] : undefined;
    const placed = fields ? { ...hit, ...fields, origin: 'changed' as const } : hit;
    hits.push(silenced.has(hit.id) ? silent(placed) : placed);
  }
  for (const [id, hit] of Object.entries(edits.own))
    hits.push({ ...hit, id, origin: silenced.has(id) ? 'silenced' : 'own' });
  return { followed, hits: inPlace(hits, length), loose: looseEdits(followed, edits) };
}

/** Hits before `length` by place; sorted only where they are not yet, since most of them come sorted. */
function inPlace(hits: ResolvedHit[], length: number): readonly ResolvedHit[] {
  const within = hits.every((hit) => hit.at < length) ? hits : hits.filter((hit) => hit.at < length);
  const isSorted = within.every((hit, i) => i === 0 || byPlace(within[i - 1] ?? hit, hit) <= 0);
  return isSorted ? within : within.sort(byPlace);
}

function looseEdits(base: readonly FollowedHit[], edits: Edits): readonly LooseEdit[] {
  const changed = Object.keys(edits.changed);
  if (!edits.silenced.length && !changed.length) return [];
  const known = new Set(base.map((hit) => hit.id));
  const isLoose = (hit: Id) => !known.has(hit) && !Object.hasOwn(edits.own, hit);
  return [
    ...edits.silenced.filter(isLoose).map((hit): LooseEdit => ({ hit, edit: 'silenced' })),
    ...changed.filter(isLoose).map((hit): LooseEdit => ({ hit, edit: 'changed' })),
  ];
}

/** Own hits of a pattern that is to follow these hits, under ids that none of them has; the same object when all are free. */
export function besideFollowed(
  own: Readonly<Record<Id, Hit>>,
  followed: readonly IdentifiedHit[],
): Readonly<Record<Id, Hit>> {
  const taken = new Set(followed.map((hit) => hit.id));
  if (!Object.keys(own).some((id) => taken.has(id))) return own;
  const out: Record<Id, Hit> = {};
  for (const [id, hit] of Object.entries(own))
    out[freeHitId(id, (one) => taken.has(one) || Object.hasOwn(out, one))] = hit;
  return out;
}

/**
 * The stretch of `length` ticks that starts `from` ticks into a pattern of `period` ticks, repeated as needed.
 * A hit of a later repeat gets the repeat's offset in ticks as a suffix, so that its id is unique and stable. Stops when
 * there are more than `most`, which is then told by the number that is given back.
 */
export function unroll<T extends IdentifiedHit>(
  hits: readonly T[],
  period: number,
  from: number,
  length: number,
  most: number = LIMITS.hits,
): readonly T[] {
  if (from === 0 && length === period) return hits;
  const out: T[] = [];
  const taken = new Set<Id>();
  const repeats = hits.length ? Math.ceil((from + length) / period) : 0;
  for (let repeat = 0; repeat < repeats; repeat++) {
    const offset = repeat * period;
    for (const hit of hits) {
      const at = hit.at + offset - from;
      if (at < 0 || at >= length) continue;
      const id = freeHitId(repeatedId(hit.id, offset), (one) => taken.has(one));
      taken.add(id);
      out.push({ ...hit, id, at });
      if (out.length > most) return out;
    }
  }
  return out;
}
