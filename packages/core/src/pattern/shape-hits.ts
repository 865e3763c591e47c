import {
  applyShape,
  type Edits,
  type FollowedHit,
  freeHitId,
  type Hit,
  hitIdStem,
  type Id,
  type Outcome,
  type ResolvedHit,
  type Shape,
  type SongDocument,
  soundingHits,
  sourceOf,
} from '../song/index.ts';
import { differing, withFields } from './edit-hits.ts';
import { feelOf, resolve } from './resolve.ts';
import { remembering } from './seen.ts';

/**
 * Applies a shape once to what a pattern plays, or to the hits of it that `ids` names, as edits of the pattern's own:
 * moved and altered hits are changed, dropped ones silenced, new ones its own. `null` when nothing would differ.
 */
export function shapeHits(
  document: SongDocument,
  id: Id,
  shape: Shape,
  ids: ReadonlySet<Id> | null = null,
): Outcome {
  const { pattern, hits, followed } = resolve(document, id);
  const before = hits.filter((hit) => hit.origin !== 'silenced' && (ids === null || ids.has(hit.id)));
  const after = shapedHits(document, id, before, shape, ids !== null);
  const known = new Map(before.map((hit) => [hit.id, hit]));
  const kept = new Set(after.map((hit) => hit.id));
  let edits: Edits = pattern;
  for (const { origin, ...hit } of after) {
    const source = known.get(hit.id) ?? renamed(hit.id, shape, known, kept);
    if (!source) edits = added(edits, hit, hits);
    else if (origin === 'silenced') edits = { ...edits, silenced: [...edits.silenced, source.id] };
    else {
      const fields = differing(source, hit);
      if (Object.keys(fields).length) edits = withFields(edits, followed, source.id, fields);
    }
  }
  return edits === pattern
    ? null
    : { label: `shape: ${shape.rule}`, put: [remembering({ ...pattern, ...edits }, followed)], remove: [] };
}

/** The hits that a shape makes of hits of a pattern; `chosen` says that they were chosen one by one. */
export function shapedHits(
  document: SongDocument,
  id: Id,
  hits: readonly ResolvedHit[],
  shape: Shape,
  chosen = false,
): readonly FollowedHit[] {
  const resolved = resolve(document, id);
  const { meter } = feelOf(document, resolved);
  const context = { meter, length: resolved.pattern.length, chosen };
  return applyShape(soundingHits(hits), shape, context);
}

/** A hit that the shape gave another id stays the hit that it was. */
function renamed(
  id: Id,
  shape: Shape,
  known: ReadonlyMap<Id, ResolvedHit>,
  kept: ReadonlySet<Id>,
): ResolvedHit | undefined {
  const source = sourceOf(id, shape);
  return source === null || kept.has(source) ? undefined : known.get(source);
}

function added(edits: Edits, { id, ...hit }: Hit & { id: Id }, taken: readonly ResolvedHit[]): Edits {
  const fresh = freeHitId(
    hitIdStem(id),
    (one) => Object.hasOwn(edits.own, one) || taken.some((other) => other.id === one),
  );
  return { ...edits, own: { ...edits.own, [fresh]: hit } };
}
