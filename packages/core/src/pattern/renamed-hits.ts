import {
  type Edits,
  freeHitId,
  type Hit,
  type Id,
  indexOf,
  type Pattern,
  type Section,
  type SongDocument,
  type SongRecord,
} from '../song/index.ts';
import { followersOf } from './family.ts';
import { resolve } from './resolve.ts';

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
  // A renamed hit meets edits under its new name, like a hit that has just appeared.
  const given = [...names].flatMap(([before, after]) => (before === after ? [] : [after]));
  const met = new Set([...appeared, ...given]);
  const present = new Set([...appeared, ...names.values()]);
  const isTaken = (id: Id) => below.has(id) || present.has(id);
  const renamed = new Map<Id, Names>([[pattern, names]]);
  const patterns = followersOf(document, pattern).map((one): Pattern => {
    const inherited = renamed.get(one.parent ?? '') ?? names;
    const { edits, all, nameOf } = renameIn(one, inherited, met, isTaken, looseIn(document, one.id));
    renamed.set(one.id, all);
    return { ...one, ...edits, ...(one.seen ? { seen: renameKeys(one.seen, nameOf) } : {}) };
  });
  const sections = indexOf(document).sections.map((section): Section => ({
    ...section,
    slots: section.slots.map((slot) => ({
      ...slot,
      layers: slot.layers.map((layer) => {
        const known = renamed.get(layer.pattern);
        return known ? { ...layer, ...renameIn(layer, known, met, isTaken, new Set()).edits } : layer;
      }),
    })),
  }));
  return [...patterns, ...sections].filter(
    (record) => JSON.stringify(record) !== JSON.stringify(document.records[record.id]),
  );
}

/** The hits that a pattern says something of and that are gone. */
function looseIn(document: SongDocument, pattern: Id): ReadonlySet<Id> {
  return new Set(resolve(document, pattern).loose.map(({ hit }) => hit));
}

function renameIn(
  { own, silenced, changed }: Edits,
  inherited: Names,
  met: ReadonlySet<Id>,
  isTaken: (id: Id) => boolean,
  loose: ReadonlySet<Id>,
): { edits: Edits; all: Names; nameOf: (id: Id) => Id } {
  const mine = new Map<Id, Id>();
  const kept: Record<Id, Hit> = {};
  const isTakenHere = (id: Id) => isTaken(id) || Object.hasOwn(kept, id);
  for (const [id, hit] of Object.entries(own)) {
    const clashes = sourcesOf(id).some((source) => met.has(source));
    const free = clashes ? freeHitId(id, isTakenHere) : id;
    if (free !== id) mine.set(id, free);
    kept[free] = hit;
  }
  const all = mine.size ? new Map([...inherited, ...mine]) : inherited;
  const nameOf = (id: Id) => {
    if (Object.hasOwn(own, id)) return mine.get(id) ?? id;
    const sources = sourcesOf(id);
    // An edit whose hit is gone stays so: what has appeared under its name is another hit.
    if (loose.has(id) && sources.some((source) => met.has(source))) return freeHitId(`${id}~`, isTakenHere);
    const source = sources.find((one) => all.has(one));
    return source === undefined ? id : (all.get(source) ?? source) + id.slice(source.length);
  };
  return {
    edits: { own: kept, silenced: silenced.map(nameOf), changed: renameKeys(changed, nameOf) },
    all,
    nameOf,
  };
}

function renameKeys<T>(by: Readonly<Record<Id, T>>, nameOf: (id: Id) => Id): Record<Id, T> {
  return Object.fromEntries(Object.entries(by).map(([id, value]) => [nameOf(id), value]));
}

/** The id itself and those that repeats (`~`) and shapes (`.`) have made it from, longest first. */
function sourcesOf(id: Id): Id[] {
  const ends = [id.length];
  for (let end = id.length - 1; end > 0; end--) if (id[end] === '~' || id[end] === '.') ends.push(end);
  return ends.map((end) => id.slice(0, end));
}
