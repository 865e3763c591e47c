import {
  type ChangeSet,
  followed,
  followedFields,
  followedSet,
  type Id,
  indexOf,
  isChange,
  type Layer,
  omit,
  type Outcome,
  saysSame,
  type Section,
  type Slot,
  type SongDocument,
} from '../song/index.ts';
import { editSection } from './edit-section.ts';

/**
 * A change with what it means for the sections that follow those that it changes: each takes the change over but for where
 * it says otherwise, and so do those that follow it. One whose section goes stands on its own from then on.
 */
function reachingFollowers(document: SongDocument, change: ChangeSet): ChangeSet {
  const { sections, pattern } = indexOf(document);
  if (!sections.some(({ follows }) => follows !== undefined)) return change;
  const put = new Map(change.put.map((record) => [record.id, record]));
  const partOf = (id: Id): Id => {
    const record = put.get(id);
    return (record?.kind === 'pattern' ? record : pattern(id))?.part ?? '';
  };
  const asPut = (section: Section): Section => {
    const record = put.get(section.id);
    return record?.kind === 'section' ? record : section;
  };
  const reach = (before: Section, seen: ReadonlySet<Id>) => {
    const after = asPut(before);
    for (const follower of sections) {
      if (follower.follows !== before.id || seen.has(follower.id) || change.remove.includes(follower.id))
        continue;
      if (asPut(follower).follows !== before.id) continue;
      const next = followedSection(before, after, asPut(follower), follower, partOf);
      if (saysSame(next, asPut(follower))) continue;
      put.set(follower.id, next);
      reach(follower, new Set([...seen, follower.id]));
    }
  };
  for (const record of change.put)
    if (record.kind === 'section') {
      const before = indexOf(document).section(record.id);
      if (before && before !== record) reach(before, new Set([record.id]));
    }
  for (const section of sections)
    if (
      section.follows !== undefined &&
      change.remove.includes(section.follows) &&
      !change.remove.includes(section.id)
    )
      put.set(section.id, omit(asPut(section), 'follows'));
  return { ...change, put: [...put.values()] };
}

/** A follower after the section that it follows has become another. */
function followedSection(
  was: Section,
  now: Section,
  own: Section,
  /** The follower before the change, which may have changed slots of it itself. */
  ownBefore: Section,
  partOf: (pattern: Id) => Id,
): Section {
  const [wasIds, ownIds] = [was.slots, own.slots].map((slots) => slots.map(({ id }) => id));
  const find = (section: Section, id: Id) => section.slots.find((slot) => slot.id === id);
  const merged = (id: Id): Slot | null => {
    const [before, after, mine] = [find(was, id), find(now, id), find(own, id)];
    if (!before) return mine ?? after ?? null;
    // A layer that either side has taken out stays out, unless it was changed here.
    if (!mine) return null;
    if (!saysSame(mine, find(ownBefore, id))) return mine;
    if (!after) return saysSame(mine, before) ? null : mine;
    return followedSlot(before, after, mine, partOf);
  };
  const common = (ids: readonly Id[] | undefined, others: readonly Id[] | undefined) =>
    (ids ?? []).filter((id) => others?.includes(id));
  const isInOrder = saysSame(common(ownIds, wasIds), common(wasIds, ownIds));
  const [base, other] = isInOrder ? [now.slots, own.slots] : [own.slots, now.slots];
  const order = base.map(({ id }) => id);
  other.forEach(({ id }, i) => {
    if (order.includes(id)) return;
    const before = other[i - 1]?.id;
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id);
  });
  const slots = order.flatMap((id) => merged(id) ?? []);
  const meter = followed(was.meter, now.meter, own.meter);
  const tempo = followed(was.tempo, now.tempo, own.tempo);
  const opening = followed(was.opening, now.opening, own.opening);
  return {
    ...omit(own, 'meter', 'tempo', 'opening'),
    slots,
    ...(meter ? { meter } : {}),
    ...(tempo ? { tempo } : {}),
    ...(opening ? { opening } : {}),
  };
}

function followedSlot(was: Slot, now: Slot, own: Slot, partOf: (pattern: Id) => Id): Slot {
  if (saysSame(own, was)) return now;
  if (saysSame(now, was)) return own;
  const layers = saysSame(own.layers, was.layers)
    ? now.layers
    : saysSame(now.layers, was.layers)
      ? own.layers
      : followedLayers(was.layers, now.layers, own.layers, partOf);
  return { ...followedFields({ ...was, layers }, { ...now, layers }, { ...own, layers }), layers };
}

function followedLayers(
  was: readonly Layer[],
  now: readonly Layer[],
  own: readonly Layer[],
  partOf: (pattern: Id) => Id,
): readonly Layer[] {
  const inNow = counterparts(was, now, partOf);
  const inOwn = counterparts(was, own, partOf);
  const next = now.flatMap((layer): readonly Layer[] => {
    const before = was.find((one) => inNow.get(one) === layer);
    if (!before) return [layer];
    const mine = inOwn.get(before);
    return mine ? [followedLayer(before, layer, mine)] : [];
  });
  const matched = new Set(inOwn.values());
  const onlyHere = own.filter((layer) => !matched.has(layer));
  // A layer that was changed here stays, although its counterpart is gone.
  const left = was.flatMap((layer) => {
    const mine = inOwn.get(layer);
    return mine && !inNow.has(layer) && !saysSame(mine, layer) ? [mine] : [];
  });
  return [...next, ...left, ...onlyHere];
}

/** Which layer of others each one is: the same pattern in its order, else the next of its part. */
function counterparts(
  layers: readonly Layer[],
  others: readonly Layer[],
  partOf: (pattern: Id) => Id,
): Map<Layer, Layer> {
  const left = new Set(others);
  const found = new Map<Layer, Layer>();
  const match = (isLike: (one: Layer, other: Layer) => boolean) => {
    for (const layer of layers) {
      const other = found.has(layer) ? undefined : [...left].find((one) => isLike(layer, one));
      if (!other) continue;
      found.set(layer, other);
      left.delete(other);
    }
  };
  match((one, other) => one.pattern === other.pattern);
  match((one, other) => partOf(one.pattern) === partOf(other.pattern));
  return found;
}

function followedLayer(was: Layer, now: Layer, own: Layer): Layer {
  const sets = (['silencedVoices', 'silenced'] as const).map((key) => [
    key,
    followedSet(was[key], now[key], own[key]),
  ]);
  const edits = (['own', 'changed'] as const).map((key) => [
    key,
    followedFields<Record<Id, unknown>>(was[key], now[key], own[key]),
  ]);
  // Start and end are one stretch: those of two sides may not go together.
  const stretchOf = ({ from, to }: Layer) => ({
    ...(from === undefined ? {} : { from }),
    ...(to === undefined ? {} : { to }),
  });
  const stretch = stretchOf(saysSame(stretchOf(own), stretchOf(was)) ? now : own);
  const fields = omit(followedFields(was, now, own), 'from', 'to');
  return { ...fields, ...stretch, ...Object.fromEntries([...sets, ...edits]) } as Layer;
}

/** Lets a section stand on its own, as it is. `null` where it follows none. */
export function letSectionGo(document: SongDocument, id: Id): Outcome {
  return editSection(document, id, 'let a section stand on its own', (section) =>
    section.follows === undefined ? null : omit(section, 'follows'),
  );
}

/** An edit with what it means for followers. */
export function withFollowers(document: SongDocument, outcome: Outcome): Outcome {
  return isChange(outcome) ? reachingFollowers(document, outcome) : outcome;
}
