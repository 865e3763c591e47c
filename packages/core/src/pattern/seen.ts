import {
  type FollowedHit,
  freeHitId,
  type Hit,
  type Id,
  omit,
  type Outcome,
  type Pattern,
  type SongDocument,
} from '../song/index.ts';
import { PPQ } from '../time/index.ts';
import { resolve } from './resolve.ts';

/**
 * The pattern with a memory of the followed hits that its edits are about, as they are now; so that an edit whose hit is
 * gone later can be shown and mended. What is remembered of hits that are gone already stays.
 */
export function remembering(pattern: Pattern, followed: readonly FollowedHit[]): Pattern {
  const { seen: before } = pattern;
  const edited = new Set([...pattern.silenced, ...Object.keys(pattern.changed)]);
  const seen: Record<Id, Hit> = {};
  for (const id of edited) {
    const old = before && Object.hasOwn(before, id) ? before[id] : undefined;
    if (old && !Object.hasOwn(pattern.own, id)) seen[id] = old;
  }
  for (const { id, origin: _, ...hit } of followed) if (edited.has(id)) seen[id] = hit;
  const rest = omit(pattern, 'seen');
  return Object.keys(seen).length ? { ...rest, seen } : rest;
}

/** Largest distance of a followed hit from the place of a loose edit that it takes over, in ticks. */
const WITHIN = PPQ;

/** The followed hit nearest to where a loose edit's hit stood that the pattern says nothing about yet, if one is near. */
export function nearestForLoose(document: SongDocument, id: Id, hit: Id): FollowedHit | null {
  const { pattern, followed } = resolve(document, id);
  const was = pattern.seen?.[hit];
  if (!was) return null;
  const isFree = (one: FollowedHit) =>
    one.voice === was.voice &&
    one.pitch === was.pitch &&
    !pattern.silenced.includes(one.id) &&
    !Object.hasOwn(pattern.changed, one.id);
  return (
    followed
      .filter((one) => isFree(one) && Math.abs(one.at - was.at) <= WITHIN)
      .sort((a, b) => Math.abs(a.at - was.at) - Math.abs(b.at - was.at))[0] ?? null
  );
}

/** Says of the nearest followed hit of the row what a loose edit said of its own. Refused when none is within a beat. */
export function moveLooseEdit(document: SongDocument, id: Id, hit: Id): Outcome {
  const { pattern, followed } = resolve(document, id);
  const near = nearestForLoose(document, id, hit);
  if (!near) return { reason: 'No hit of that row is within a beat of where it was.' };
  const rest = withoutEdit(pattern, hit);
  const fields = pattern.changed[hit];
  const next: Pattern = {
    ...rest,
    silenced: pattern.silenced.includes(hit) ? [...rest.silenced, near.id] : rest.silenced,
    changed: fields ? { ...rest.changed, [near.id]: fields } : rest.changed,
  };
  return { label: 'mend a loose edit', put: [remembering(next, followed)], remove: [] };
}

/** Plays the changed hit of a loose edit as a hit of the pattern's own. Refused when nothing is remembered of it. */
export function keepLooseAsOwn(document: SongDocument, id: Id, hit: Id): Outcome {
  const { pattern, followed, hits } = resolve(document, id);
  const [was, fields] = [pattern.seen?.[hit], pattern.changed[hit]];
  if (!was || !fields) return { reason: 'Nothing is known of the hit that it was about.' };
  const rest = withoutEdit(pattern, hit);
  const free = freeHitId(
    hit,
    (one) => Object.hasOwn(rest.own, one) || hits.some((other) => other.id === one),
  );
  const next: Pattern = { ...rest, own: { ...rest.own, [free]: { ...was, ...fields } } };
  return { label: 'keep a loose edit as a hit', put: [remembering(next, followed)], remove: [] };
}

function withoutEdit(pattern: Pattern, hit: Id): Pattern {
  return {
    ...pattern,
    silenced: pattern.silenced.filter((id) => id !== hit),
    changed: Object.fromEntries(Object.entries(pattern.changed).filter(([id]) => id !== hit)),
  };
}
