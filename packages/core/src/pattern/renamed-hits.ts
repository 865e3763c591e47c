import type { Hit } from '../hit/hit.ts';
import { freeHitId } from '../hit/hit-id.ts';
import type { Id } from '../names.ts';
import { indexOf, type SongDocument } from '../song/document.ts';
import type { Edits, Pattern, Section, SongRecord } from '../song/records.ts';
import { followersOf } from './family.ts';

/** New ids of hits by their old ones. */
type Names = ReadonlyMap<Id, Id>;

/** The ids of hits that followers of a pattern and slots that play any of them have of their own. */
export function ownIdsBelow(document: SongDocument, pattern: Id): ReadonlySet<Id> {
  const followers = followersOf(document, pattern);
  const players = new Set([pattern, ...followers.map((one) => one.id)]);
  const layers = indexOf(document).sections.flatMap((section) =>
    section.slots.flatMap((slot) => slot.layers.filter((layer) => players.has(layer.pattern))),
  );
  return new Set([...followers, ...layers].flatMap((edits) => Object.keys(edits.own)));
}

/**
 * Keeps the edits of followers and slots attached when hits of a pattern get other ids, and out of the way of hits that
 * have `appeared` in it: the records, as they must be after it, of all that say something about such hits.
 */
export function withRenamedHits(
  document: SongDocument,
  pattern: Id,
  names: Names,
  appeared: ReadonlySet<Id>,
): readonly SongRecord[] {
  const below = ownIdsBelow(document, pattern);
  const isTaken = (id: Id) => below.has(id) || appeared.has(id);
  const renamed = new Map<Id, Names>([[pattern, names]]);
  const patterns = followersOf(document, pattern).map((one): Pattern => {
    const inherited = renamed.get(one.parent ?? '') ?? names;
    const { edits, all } = renameIn(one, inherited, appeared, isTaken);
    renamed.set(one.id, all);
    return { ...one, ...edits, ...(one.seen ? { seen: renameKeys(one.seen, all) } : {}) };
  });
  const sections = indexOf(document).sections.map((section): Section => ({
    ...section,
    slots: section.slots.map((slot) => ({
      ...slot,
      layers: slot.layers.map((layer) => {
        const known = renamed.get(layer.pattern);
        return known ? { ...layer, ...renameIn(layer, known, appeared, isTaken).edits } : layer;
      }),
    })),
  }));
  return [...patterns, ...sections].filter(
    (record) => JSON.stringify(record) !== JSON.stringify(document.records[record.id]),
  );
}

function renameIn(
  { own, silenced, changed }: Edits,
  inherited: Names,
  appeared: ReadonlySet<Id>,
  isTaken: (id: Id) => boolean,
): { edits: Edits; all: Names } {
  const mine = new Map<Id, Id>();
  const kept: Record<Id, Hit> = {};
  for (const [id, hit] of Object.entries(own)) {
    const clashes = sourcesOf(id).some((source) => appeared.has(source));
    const free = clashes ? freeHitId(id, (one) => isTaken(one) || Object.hasOwn(kept, one)) : id;
    if (free !== id) mine.set(id, free);
    kept[free] = hit;
  }
  const edits = {
    own: kept,
    silenced: silenced.map((id) => (Object.hasOwn(own, id) ? (mine.get(id) ?? id) : newName(id, inherited))),
    changed: renameKeys(changed, inherited),
  };
  return { edits, all: mine.size ? new Map([...inherited, ...mine]) : inherited };
}

function renameKeys<T>(by: Readonly<Record<Id, T>>, names: Names): Record<Id, T> {
  return Object.fromEntries(Object.entries(by).map(([id, value]) => [newName(id, names), value]));
}

/** The id itself and those that repeats (`~`) and shapes (`.`) have made it from, longest first. */
function sourcesOf(id: Id): Id[] {
  const ends = [id.length];
  for (let end = id.length - 1; end > 0; end--) if (id[end] === '~' || id[end] === '.') ends.push(end);
  return ends.map((end) => id.slice(0, end));
}

function newName(id: Id, names: Names): Id {
  const source = sourcesOf(id).find((one) => names.has(one));
  return source === undefined ? id : (names.get(source) ?? source) + id.slice(source.length);
}
