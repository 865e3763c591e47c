import { type Change, recordIn } from './change.ts';
import type { SongDocument } from './document.ts';
import { type Fields, fieldsOf, isFields, itemsByName, type Mergeable, mergeableOf } from './mergeable.ts';
import type { Id } from './names.ts';
import type { SongRecord } from './records.ts';
import { saysSame } from './says-same.ts';
import { mergedValue } from './three-way-merge.ts';

/**
 * A change as it is sent and stored: of updated records their kind and what differs, in the shape of the record; items of a
 * list that are alike are there by name, to tell their order.
 */
export interface SparseChange {
  readonly added: readonly object[];
  readonly updated: SparseUpdates;
  readonly removed: readonly Id[];
}

/** By id: a record before and after, each with its kind and what differs. */
export type SparseUpdates = Readonly<Record<Id, readonly [from: object, to: object]>>;

/** The change as it is sent and stored. */
export function sparse(change: Change): SparseChange {
  const { added, updated, removed } = slim(change);
  return { added: Object.values(added), updated, removed: Object.keys(removed) };
}

/** The change with only what differs of updated records: as good for `rebase`, and small where many are kept. */
export function slim({ added, updated, removed }: Change): Change {
  const pairs = Object.entries(updated).map(([id, [from, to]]): [Id, readonly [object, object]] => {
    if (from.kind !== to.kind) return [id, [from, to]];
    const { kind } = to;
    const [left, right] = reduced(mergeableOf(to), from, to).map(fieldsOf);
    return [
      id,
      [
        { kind, ...left },
        { kind, ...right },
      ],
    ];
  });
  return { added, updated: Object.fromEntries(pairs) as Change['updated'], removed };
}

/** The change that a sparse one makes of the document that it was made on, or of one that others have changed elsewhere. */
export function changeFromSparse(document: SongDocument, { added, updated, removed }: SparseChange): Change {
  const known = <T>(ids: readonly Id[], make: (now: SongRecord) => T) =>
    Object.fromEntries(
      ids.flatMap((id) => {
        const now = recordIn(document, id);
        return now ? [[id, make(now)] as const] : [];
      }),
    );
  return {
    added: Object.fromEntries((added as readonly SongRecord[]).map((record) => [record.id, record])),
    updated: known(Object.keys(updated), (now): readonly [SongRecord, SongRecord] => [
      now,
      withSides(now, updated[now.id] ?? [now, now]),
    ]),
    removed: known(removed, (now) => now),
  };
}

/** Both states of a value that differ, without what is alike. */
function reduced(how: Mergeable, from: unknown, to: unknown): readonly [unknown, unknown] {
  if (how === 'whole' || how === 'set') return [from, to];
  if (how.by === 'item') {
    const [before, after] = [itemsByName(from, how.name), itemsByName(to, how.name)];
    const pairs = new Map(
      [...before].flatMap(([key, item]) => {
        const wanted = after.get(key);
        return wanted ? [[key, reducedItem(how, item, wanted)] as const] : [];
      }),
    );
    const side = (items: ReadonlyMap<string, Fields>, i: 0 | 1) =>
      [...items].map(([key, item]) => pairs.get(key)?.[i] ?? item);
    return [side(before, 0), side(after, 1)];
  }
  if (!isFields(from) || !isFields(to)) return [from, to];
  const [left, right]: [Record<string, unknown>, Record<string, unknown>] = [{}, {}];
  for (const key of new Set([...Object.keys(from), ...Object.keys(to)])) {
    if (saysSame(from[key], to[key])) continue;
    const each = how.by === 'key' ? how.each : (how.fields[key] ?? 'whole');
    const [one, other] = reduced(each, from[key], to[key]);
    if (one !== undefined) left[key] = one;
    if (other !== undefined) right[key] = other;
  }
  return [left, right];
}

function reducedItem(
  { name, each }: Extract<Mergeable, { by: 'item' }>,
  from: Fields,
  to: Fields,
): readonly [Fields, Fields] {
  const called = { [name]: from[name] };
  if (saysSame(from, to)) return [called, called];
  const [left, right] = reduced(each, from, to);
  return isFields(left) && isFields(right)
    ? [
        { ...called, ...left },
        { ...called, ...right },
      ]
    : [from, to];
}

/** A record with the difference between two states of it done to it. */
export function withSides(now: SongRecord, [from, to]: readonly [object, object]): SongRecord {
  const isSameKind = 'kind' in to && to.kind === now.kind;
  const how = isSameKind ? mergeableOf(now) : 'whole';
  const all = { leaf: (_: unknown, asked: { readonly to: unknown }) => asked.to, gone: () => undefined };
  return mergedValue(how, { from, to }, now, [], all) as SongRecord;
}
