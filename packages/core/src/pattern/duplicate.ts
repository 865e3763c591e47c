import { cutName, type Id, indexOf, type Outcome, type Pattern, type SongDocument } from '../song/index.ts';
import { lastPlaceIn } from './edit-pattern.ts';
import { followersOf, unusedName } from './family.ts';
import { resolve } from './resolve.ts';

/**
 * Copies a pattern, and the patterns that follow it if wanted: the copies follow one another as the originals do, and the
 * first one follows what its original follows. `idFor` gives each copy its id. The first one put is the pattern's own.
 */
export function duplicatePattern(
  document: SongDocument,
  id: Id,
  withFollowers: boolean,
  idFor: (original: Id) => Id,
): Outcome {
  const { pattern } = resolve(document, id);
  const index = indexOf(document);
  const originals = [pattern, ...(withFollowers ? followersOf(document, id) : [])];
  const ids = new Map(originals.map((one) => [one.id, idFor(one.id)]));
  const order = lastPlaceIn(document, pattern.part);
  const names: string[] = [];
  const put = originals.map((one, i): Pattern => {
    const name = unusedName(index, one.part, `${cutName(one.name, 74)} copy`, names);
    names.push(name);
    const parent = one.parent && (ids.get(one.parent) ?? one.parent);
    return {
      ...one,
      id: ids.get(one.id) ?? one.id,
      name,
      order: order + i,
      ...(parent ? { parent } : {}),
    };
  });
  return { label: `duplicate ${pattern.name}`, put, remove: [] };
}
