import { differing, followersOf, saidInFull } from '../../pattern/index.ts';
import {
  type BuildRecipe,
  freeHitId,
  type Hit,
  type HitFields,
  type Id,
  indexOf,
  type Outcome,
  type Pattern,
  saysSame,
  type SongDocument,
} from '../../song/index.ts';
import { counted } from '../../time/index.ts';
import { buildPattern } from './build-up.ts';

/** Edits of a build-up by hand since its recipe made it. */
interface HandWork {
  /** Hits of the stream with the fields that were changed, hits that were added, and ids of those that were taken out. */
  readonly changed: ReadonlyMap<Id, HitFields>;
  readonly added: ReadonlyMap<Id, Hit>;
  readonly removed: ReadonlySet<Id>;
  /** Rules that were kept besides the recipe's, and those of the recipe that were set otherwise. */
  readonly shapes: Pattern['shapes'];
}

function handWork(before: Pattern, made: Pattern): HandWork {
  const changed = new Map<Id, HitFields>();
  const added = new Map<Id, Hit>();
  for (const [id, hit] of Object.entries(before.own)) {
    const first = made.own[id];
    if (!first) added.set(id, hit);
    else {
      const fields = differing(first, saidInFull(hit));
      if (Object.keys(fields).length) changed.set(id, fields);
    }
  }
  const known = new Map(made.shapes.map((shape) => [shape.id, shape]));
  return {
    changed,
    added,
    removed: new Set(Object.keys(made.own).filter((id) => !Object.hasOwn(before.own, id))),
    shapes: before.shapes.filter((shape) => {
      const first = known.get(shape.id);
      // The rows that a recipe names go with the kit: that they are others now is no work by hand.
      return !first || !saysSame({ ...shape, voices: null }, { ...first, voices: null });
    }),
  };
}

function asMade(document: SongDocument, { parent, builtBy, id, name }: Pattern): Pattern | null {
  if (parent === undefined || !builtBy) return null;
  const made = buildPattern(document, parent, builtBy, id, name);
  return 'reason' in made ? null : made;
}

/**
 * What was done by hand to a build-up of the song since its recipe made it, in words, such as `2 hits changed`; empty where
 * nothing was, and where it is no build-up of a recipe.
 */
export function handWorkOf(document: SongDocument, id: Id): readonly string[] {
  const before = indexOf(document).pattern(id);
  const made = before && asMade(document, before);
  if (!made) return [];
  const { changed, added, removed, shapes } = handWork(before, made);
  const silenced = before.silenced.length;
  const followed = Object.keys(before.changed).length;
  const said = (count: number, what: string) => (count ? [`${counted(count, 'hit')} ${what}`] : []);
  return [
    ...said(changed.size, 'of it changed'),
    ...said(added.size, 'added'),
    ...said(removed.size, 'taken out'),
    ...said(silenced, 'silenced'),
    ...said(followed, 'of the groove changed'),
    ...(shapes.length ? [counted(shapes.length, 'rule')] : []),
  ];
}

/**
 * Makes a build-up of the song anew by another recipe, wherever it is played. What was done to it by hand is lost, or stays
 * when it is to be kept: hits that were added are added again, those that were changed or taken out are so again as far as
 * the new stream has them, and one that was changed and has none is kept as one that was added. Refused where the build-up is
 * gone, where the groove is the build-up or follows it, and as `buildPattern` is.
 */
export function changeBuild(
  document: SongDocument,
  groove: Id,
  id: Id,
  recipe: BuildRecipe,
  name: string,
  keepsEdits: boolean,
): Outcome {
  const before = indexOf(document).pattern(id);
  if (!before) return { reason: `${name} is no longer in the song.` };
  const inFamily = [before, ...followersOf(document, id)].find((one) => one.id === groove);
  if (inFamily)
    return { reason: `${inFamily.name} follows ${before.name}: choose a groove that stands above it.` };
  const remade = buildPattern(document, groove, recipe, id, name);
  if ('reason' in remade) return remade;
  const made = keepsEdits ? asMade(document, before) : null;
  const next = made ? withHandWork(remade, before, handWork(before, made)) : remade;
  return { label: `change ${name}`, put: [{ ...next, order: before.order }], remove: [] };
}

/** The rules of a recipe, some of them set otherwise, and then those that came by hand. */
function withShapes(own: Pattern['shapes'], byHand: Pattern['shapes']): Pattern['shapes'] {
  const otherwise = new Map(byHand.map((shape) => [shape.id, shape]));
  const ids = new Set(own.map(({ id }) => id));
  return [
    ...own.map((shape) => otherwise.get(shape.id) ?? shape),
    ...byHand.filter(({ id }) => !ids.has(id)),
  ];
}

function withHandWork(remade: Pattern, before: Pattern, work: HandWork): Pattern {
  const own: Record<Id, Hit> = {};
  for (const [id, hit] of Object.entries(remade.own))
    if (!work.removed.has(id)) own[id] = { ...hit, ...work.changed.get(id) };
  const left = [...work.changed.keys()].filter((id) => !Object.hasOwn(remade.own, id));
  const added = [...work.added, ...left.map((id): [Id, Hit | undefined] => [id, before.own[id]])];
  for (const [id, hit] of added) {
    if (!hit || hit.at >= remade.length) continue;
    own[freeHitId(id, (taken) => Object.hasOwn(own, taken))] = hit;
  }
  return {
    ...remade,
    own,
    silenced: before.silenced,
    changed: before.changed,
    shapes: withShapes(remade.shapes, work.shapes),
    ...(before.seen ? { seen: before.seen } : {}),
    ...(before.label === undefined ? {} : { label: before.label }),
  };
}
