import {
  freeHitId,
  type Hit,
  type HitFields,
  type Id,
  indexOf,
  INHERITED_FIELDS,
  NO_EDITS,
  omit,
  type Outcome,
  type Pattern,
  silencesRows,
  silentIds,
  type SongDocument,
  withRecord,
} from '../song/index.ts';
import { differing, saidInFull } from './edit-hits.ts';
import { followersOf } from './family.ts';
import { saidOtherwise, saidOutright } from './inherit.ts';
import { matchHits } from './match.ts';
import { overlay } from './overlay.ts';
import { ownIdsBelow, withRenamedHits } from './renamed-hits.ts';
import { gridOf, resolve, type ResolvedPattern } from './resolve.ts';
import { remembering } from './seen.ts';

/**
 * Makes a pattern follow nothing, no row of drums either: what it plays becomes its own, under the same ids, so that whatever follows it or plays
 * it says the same as before. What it had silenced of its parent stays with the parent. `null` when it follows nothing.
 */
export function makeIndependent(document: SongDocument, id: Id): Outcome {
  const resolved = resolve(document, id);
  const { pattern, followed, loose } = resolved;
  if (!pattern.parent && !pattern.fromRow) return null;
  const own: Record<Id, Hit> = { ...pattern.own };
  // Hits beyond the end are hidden and not lost.
  for (const { id: hitId, origin, ...hit } of overlay(followed, pattern, Infinity).hits)
    if (origin === 'followed' || origin === 'changed') own[hitId] = hit;
  const isLoose = new Set(loose.map((one) => one.hit));
  const kept = (hit: Id) => isLoose.has(hit) || Object.hasOwn(pattern.own, hit);
  const changed = Object.fromEntries(Object.entries(pattern.changed).filter(([hit]) => isLoose.has(hit)));
  const leftSeen = Object.fromEntries(Object.entries(pattern.seen ?? {}).filter(([hit]) => isLoose.has(hit)));
  const next: Pattern = {
    ...omit(pattern, 'parent', 'fromRow', 'window', 'seen'),
    // Rows that are silent as rows stay so: that needs no parent.
    shapes: pattern.shapes.filter(silencesRows),
    own,
    silenced: pattern.silenced.filter(kept),
    changed,
    ...(Object.keys(leftSeen).length ? { seen: leftSeen } : {}),
    ...saidOutright(resolved),
  };
  return { label: `make ${pattern.name} independent`, put: [next], remove: [] };
}

/**
 * Makes a pattern follow another, sounding as it does now: hits that both have are followed, with what differs remembered;
 * what only the new parent has is silenced here, and what only this pattern has stays its own. Rules that it kept are
 * worked in. Refused for another part and for what follows this pattern itself; `null` when it follows that one already.
 * What humanising draws for a hit that gets another id is drawn anew.
 */
export function attach(document: SongDocument, id: Id, parent: Id): Outcome {
  const index = indexOf(document);
  const [before, target] = [resolve(document, id), index.pattern(parent)];
  const { pattern } = before;
  if (!target) return { reason: 'The pattern to follow is gone.' };
  if (target.part !== pattern.part) return { reason: `${target.name} belongs to another part.` };
  if (target.id === id || followersOf(document, id).some((one) => one.id === parent))
    return { reason: `${target.name} follows ${pattern.name} itself.` };
  if (pattern.parent === parent) return null;

  const follower: Pattern = {
    ...omit(pattern, 'seen', 'window', 'fromRow', ...INHERITED_FIELDS),
    ...NO_EDITS,
    parent,
    shapes: [],
    grids: {},
  };
  const bareDocument = withRecord(document, follower);
  const plain = resolve(bareDocument, id);
  const { edits, names } = editsFor(before, plain, ownIdsBelow(document, id));
  const known = new Set(before.hits.map((hit) => hit.id));
  const appeared = plain.followed.map((hit) => hit.id).filter((hit) => !known.has(hit));
  const next = remembering({ ...follower, ...edits, ...pinned(document, before, plain) }, plain.followed);
  return {
    label: `follow ${target.name}`,
    put: [next, ...withRenamedHits(document, id, names, new Set(appeared))],
    remove: [],
  };
}

/** Edits that keep the sound of a pattern, and the hits whose ids change with them. */
function editsFor(before: ResolvedPattern, plain: ResolvedPattern, below: ReadonlySet<Id>) {
  const { pattern } = before;
  const known = new Set(plain.followed.map((hit) => hit.id));
  const silenced = new Set<Id>();
  const changed: Record<Id, HitFields> = {};
  const own: Record<Id, Hit> = {};
  const names = new Map<Id, Id>();
  const sounding = before.hits.filter((hit) => hit.origin !== 'silenced');
  const { pairs, onlyA, onlyB } = matchHits(sounding, plain.followed);
  for (const [hit, source] of pairs) {
    const fields = differing(source, saidInFull(hit));
    if (Object.keys(fields).length) changed[source.id] = fields;
    names.set(hit.id, source.id);
  }
  for (const hit of onlyB) silenced.add(hit.id);
  const keep = (id: Id, hit: Hit, isSilent: boolean) => {
    const isKnown = known.has(id) || Object.hasOwn(own, id);
    const free = isKnown
      ? freeHitId(`${id}~`, (one) => known.has(one) || below.has(one) || Object.hasOwn(own, one))
      : id;
    own[free] = hit;
    // Also one that keeps its name, which a rule may have made longer from that of a hit that does not.
    names.set(id, free);
    if (isSilent) silenced.add(free);
  };
  for (const { id, origin: _, ...hit } of onlyA) keep(id, hit, false);
  // Its own silent hits stay its own, and those beyond the end stay hidden.
  const heard = new Set(sounding.map((hit) => hit.id));
  const quiet = silentIds(before.hits);
  for (const [id, hit] of Object.entries(pattern.own))
    if (!heard.has(id)) keep(id, hit, pattern.silenced.includes(id) || quiet.has(id));
  return { edits: { own, changed, silenced: [...silenced] }, names };
}

/** Inherited values of before, where the new parent has others. */
function pinned(document: SongDocument, before: ResolvedPattern, plain: ResolvedPattern): Partial<Pattern> {
  const { song, voicesOf } = indexOf(document);
  const grids = voicesOf(before.pattern.part).filter(
    (voice) => gridOf(before, voice) !== gridOf(plain, voice),
  );
  return {
    ...saidOtherwise(song, before, plain),
    grids: Object.fromEntries(grids.map((voice) => [voice.id, gridOf(before, voice)])),
  };
}

/** Numbers of hits by their origin. */
export interface OriginCounts {
  readonly followed: number;
  readonly changed: number;
  readonly own: number;
  readonly silenced: number;
}

/** Number of hits of a pattern by where they come from. */
export function countOrigins({ hits }: ResolvedPattern): OriginCounts {
  const count = { followed: 0, changed: 0, own: 0, silenced: 0 };
  for (const hit of hits) count[hit.origin]++;
  return count;
}
