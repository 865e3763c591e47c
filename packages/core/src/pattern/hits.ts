import type { Edits, Hit, Id } from '../song/records.ts';

/** Where a hit of a resolved pattern comes from. */
export type Origin = 'own' | 'followed' | 'changed' | 'silenced';

/** A hit with its id: stable for as long as its source is, so that edits stay attached to it. */
export interface IdentifiedHit extends Hit {
  readonly id: Id;
}

/** A hit that comes from a parent, after shapes; `silenced` when a shape has silenced it. */
export interface FollowedHit extends IdentifiedHit {
  readonly silenced: boolean;
}

export interface ResolvedHit extends IdentifiedHit {
  readonly origin: Origin;
}

/** An edit whose hit no longer exists: it is kept, does nothing, and is listed. */
export interface LooseEdit {
  readonly hit: Id;
  readonly edit: 'silenced' | 'changed';
}

export interface Overlaid {
  readonly hits: readonly ResolvedHit[];
  readonly loose: readonly LooseEdit[];
}

/** By place, then by voice, then by id. */
export function byPlace(a: IdentifiedHit, b: IdentifiedHit): number {
  return a.at - b.at || compare(a.voice, b.voice) || compare(a.id, b.id);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/**
 * Lays edits over what is followed: changed fields, then silenced hits, then own hits.
 * A changed hit sounds even where a shape would silence it. Hits at or after `length` ticks are hidden.
 */
export function overlay(base: readonly FollowedHit[], edits: Edits, length: number): Overlaid {
  const silenced = new Set(edits.silenced);
  const hits: ResolvedHit[] = [];
  const known = new Set<Id>(Object.keys(edits.own));
  for (const { silenced: byShape, ...followed } of base) {
    known.add(followed.id);
    const fields = Object.hasOwn(edits.changed, followed.id) ? edits.changed[followed.id] : undefined;
    const quiet = silenced.has(followed.id) || (byShape && !fields);
    const origin = quiet ? 'silenced' : fields ? 'changed' : 'followed';
    hits.push({ ...followed, ...fields, origin });
  }
  for (const [id, hit] of Object.entries(edits.own))
    hits.push({ ...hit, id, origin: silenced.has(id) ? 'silenced' : 'own' });
  const loose: LooseEdit[] = [];
  for (const id of edits.silenced) if (!known.has(id)) loose.push({ hit: id, edit: 'silenced' });
  for (const id of Object.keys(edits.changed)) if (!known.has(id)) loose.push({ hit: id, edit: 'changed' });
  return { hits: hits.filter((hit) => hit.at < length).sort(byPlace), loose };
}

/** The wanted id with as many `~` behind it as make it one that is not taken. */
export function freeHitId(wanted: Id, isTaken: (id: Id) => boolean): Id {
  let id = wanted;
  while (isTaken(id)) id += '~';
  return id;
}

/**
 * The stretch of `length` ticks that starts `from` ticks into a pattern of `period` ticks, repeated as needed.
 * A hit of a later repeat gets the repeat's offset in ticks as a suffix, so that its id is unique and stable.
 */
export function unroll<T extends IdentifiedHit>(
  hits: readonly T[],
  period: number,
  from: number,
  length: number,
): T[] {
  const out: T[] = [];
  const taken = new Set<Id>();
  const repeats = Math.ceil((from + length) / period);
  for (let repeat = 0; repeat < repeats; repeat++) {
    const offset = repeat * period;
    for (const hit of hits) {
      const at = hit.at + offset - from;
      if (at < 0 || at >= length) continue;
      const id = freeHitId(offset ? `${hit.id}~${offset}` : hit.id, (one) => taken.has(one));
      taken.add(id);
      out.push({ ...hit, id, at });
    }
  }
  return out;
}
