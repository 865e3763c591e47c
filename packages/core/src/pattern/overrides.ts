import { comesFrom, type Id, type Pattern, type SongDocument } from '../song/index.ts';
import { followersOf } from './family.ts';

/** A follower that says otherwise about a hit, so that an edit of the hit does not reach it whole. */
export interface Override {
  readonly pattern: Pattern;
  readonly edit: 'silenced' | 'changed';
}

/** The followers of a pattern that silence or change any of these hits of it, or what repeats and rules make of them. */
export function overridesOf(document: SongDocument, pattern: Id, hits: Iterable<Id>): readonly Override[] {
  const ids = [...hits];
  if (!ids.length) return [];
  const isAbout = (edit: Id) => ids.some((id) => comesFrom(edit, id));
  return followersOf(document, pattern).flatMap((one): Override[] => {
    if (one.silenced.some((id) => isAbout(id) && !Object.hasOwn(one.own, id)))
      return [{ pattern: one, edit: 'silenced' }];
    return Object.keys(one.changed).some(isAbout) ? [{ pattern: one, edit: 'changed' }] : [];
  });
}
