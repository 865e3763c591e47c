import {
  type Id,
  indexOf,
  inTurn,
  type Outcome,
  type Pattern,
  plays,
  type Section,
  type SongDocument,
} from '../song/index.ts';
import { namesOf } from './family.ts';
import { attach, makeIndependent } from './follow.ts';

/** Everything that depends on a pattern, to be listed before its removal. */
export interface Holds {
  /** The patterns that follow it directly; deeper ones go on following those. */
  readonly followers: readonly Pattern[];
  /** Patterns of notes that follow a row of it; they keep their sound and follow nothing then. */
  readonly rowFollowers: readonly Pattern[];
  /** Sections whose slots play it, and how many slots of theirs do. */
  readonly sections: readonly { readonly section: Section; readonly slots: number }[];
}

/** Holders of a pattern: its followers, and the sections that play it. */
export function holdsOf(document: SongDocument, id: Id): Holds {
  const index = indexOf(document);
  const sections = index.sections
    .map((section) => ({ section, slots: section.slots.filter((slot) => plays(slot, id)).length }))
    .filter(({ slots }) => slots > 0);
  return { followers: index.followersOf(id), rowFollowers: index.rowFollowersOf(id), sections };
}

/** The choices for followers and slots of a removed pattern. */
export interface Fate {
  /** They keep their sound either way: by following nothing, or what the pattern itself follows. */
  readonly followers: 'independent' | 'parent';
  /** The slots fall silent there, or play what the pattern follows. */
  readonly slots: 'silent' | 'parent';
}

/** Removes a pattern; with it goes what slots said about it. Refused where `parent` is wanted and there is none. */
export function removePattern(document: SongDocument, id: Id, fate: Fate): Outcome {
  const pattern = indexOf(document).pattern(id);
  if (!pattern) return null;
  const { parent } = pattern;
  const { followers, rowFollowers, sections } = holdsOf(document, id);
  if (!parent && followers.length && fate.followers === 'parent')
    return { reason: `${pattern.name} follows nothing that ${namesOf(followers)} could follow.` };
  if (!parent && sections.length && fate.slots === 'parent')
    return { reason: `${pattern.name} follows nothing that its slots could play.` };
  return inTurn(document, `remove ${pattern.name}`, [
    ...followers.map(
      (one) => (now: SongDocument) =>
        parent && fate.followers === 'parent' ? attach(now, one.id, parent) : makeIndependent(now, one.id),
    ),
    ...rowFollowers.map((one) => (now: SongDocument) => makeIndependent(now, one.id)),
    (now) => withoutIn(now, id, fate.slots === 'parent' ? parent : undefined),
    () => ({ label: 'remove', put: [], remove: [id] }),
  ]);
}

/** The sections with another pattern in place of this one, or with none. */
function withoutIn(document: SongDocument, id: Id, instead: Id | undefined): Outcome {
  const put = holdsOf(document, id).sections.map(({ section }): Section => ({
    ...section,
    slots: section.slots.map((slot) => ({
      ...slot,
      layers: slot.layers.flatMap((layer) => {
        if (layer.pattern !== id) return [layer];
        return instead ? [{ ...layer, pattern: instead }] : [];
      }),
    })),
  }));
  return put.length ? { label: 'take out of slots', put, remove: [] } : null;
}
