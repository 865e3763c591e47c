import type { Id } from '../names.ts';
import type { Hit } from './hit.ts';

/** Origin of a hit of a resolved pattern. */
export type Origin = 'own' | 'followed' | 'changed' | 'silenced';

/** A hit with its id: stable for as long as its source is, so that edits stay attached to it. */
export interface IdentifiedHit extends Hit {
  readonly id: Id;
}

/** A hit of a resolved pattern, with where it comes from. */
export interface ResolvedHit extends IdentifiedHit {
  readonly origin: Origin;
}

/** A hit that comes from a parent, after shapes, one of which may have silenced it. */
export interface FollowedHit extends ResolvedHit {
  readonly origin: 'followed' | 'silenced';
}

/** Sounding hits, as a follower takes them over. Hits that are followed already are shared. */
export function soundingHits(hits: readonly ResolvedHit[]): FollowedHit[] {
  return hits.flatMap((hit) =>
    isFollowed(hit) ? [hit] : hit.origin === 'silenced' ? [] : [{ ...hit, origin: 'followed' as const }],
  );
}

function isFollowed(hit: ResolvedHit): hit is FollowedHit {
  return hit.origin === 'followed';
}

/** The ids of those hits that are silent. */
export function silentIds(hits: readonly ResolvedHit[]): ReadonlySet<Id> {
  return new Set(hits.flatMap(({ id, origin }) => (origin === 'silenced' ? [id] : [])));
}

/** The hit, silent. */
export function silent<T extends ResolvedHit>(hit: T): T & { readonly origin: 'silenced' } {
  return { ...hit, origin: 'silenced' };
}

/** By place, then by voice, then by id. */
export function byPlace(a: IdentifiedHit, b: IdentifiedHit): number {
  return a.at - b.at || compare(a.voice, b.voice) || compare(a.id, b.id);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
