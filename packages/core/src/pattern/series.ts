import { type Id, indexOf, inTurn, type Outcome, type Shape, type SongDocument } from '../song/index.ts';
import { differing } from './edit-hits.ts';
import { renamePattern } from './edit-pattern.ts';
import { resolve } from './resolve.ts';
import { shapedHits, shapeHits } from './shape-hits.ts';

/** Renames patterns in a series, in the order given: the base and a number from 1. */
export function renameSeries(document: SongDocument, ids: readonly Id[], base: string): Outcome {
  const name = base.trim();
  if (!name) return { reason: 'A series needs a name to count from.' };
  const short = name.slice(0, 79 - String(ids.length).length);
  return inTurn(
    document,
    `rename ${ids.length} patterns`,
    ids.map((id, i) => (now) => renamePattern(now, id, `${short} ${i + 1}`)),
  );
}

/**
 * Applies a shape once to each of several patterns. Of one that follows another of them only its own hits are shaped, and
 * those whose shaped fields it sets itself, since the rest comes shaped already. Patterns of another part than the first
 * one's are passed over.
 */
export function shapeAll(document: SongDocument, ids: readonly Id[], shape: Shape): Outcome {
  const index = indexOf(document);
  const part = index.pattern(ids[0] ?? '')?.part;
  const chosen = new Set(ids);
  const followsChosen = (id: Id): boolean => {
    for (let at = index.pattern(id)?.parent; at; at = index.pattern(at)?.parent)
      if (chosen.has(at)) return true;
    return false;
  };
  return inTurn(
    document,
    `shape ${ids.length} patterns: ${shape.rule}`,
    ids
      .filter((id) => index.pattern(id)?.part === part)
      .map((id) => {
        const left = followsChosen(id) ? leftToShape(document, id, shape) : null;
        return (now: SongDocument) => shapeHits(now, id, shape, left);
      }),
  );
}

/** The hits of a follower that a shape of what it follows does not reach: its own, and those that it sets otherwise itself. */
function leftToShape(document: SongDocument, id: Id, shape: Shape): ReadonlySet<Id> {
  const { pattern, hits } = resolve(document, id);
  const before = new Map(hits.map((hit) => [hit.id, hit]));
  const left = new Set(Object.keys(pattern.own));
  for (const hit of shapedHits(document, id, hits, shape)) {
    const [was, fields] = [before.get(hit.id), pattern.changed[hit.id]];
    if (!was || !fields) continue;
    if (Object.keys(differing(was, hit)).some((field) => Object.hasOwn(fields, field))) left.add(hit.id);
  }
  return left;
}
