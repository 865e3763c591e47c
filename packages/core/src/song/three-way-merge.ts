import { type Fields, fieldsOf, itemsByName, type Mergeable } from './mergeable.ts';
import { saysSame } from './says-same.ts';

/** The way to a value within a record: names of fields, keys and items. */
export type Path = readonly string[];

/** A change of one value from one state to another; undefined where it is not there. */
export interface Asked {
  readonly from: unknown;
  readonly to: unknown;
}

/** The decisions of a merge at values that change as wholes, and its findings. */
export interface Decisions {
  /** Gives what a value becomes that is asked to change and is `now`. */
  readonly leaf: (path: Path, asked: Asked, now: unknown) => unknown;
  /** Is told of a change within an item that the other side has taken out. */
  readonly gone: (path: Path) => void;
}

/** The name under which the order of a list is decided. */
const ORDER = ' order';

/** Brings what was asked of one state of a value to another state of it, `now`. */
export function mergedValue(
  how: Mergeable,
  asked: Asked,
  now: unknown,
  path: Path,
  decisions: Decisions,
): unknown {
  const { from, to } = asked;
  if (saysSame(from, to) || saysSame(now, to)) return now;
  if (how === 'whole') return decisions.leaf(path, asked, now);
  if (how === 'set') return mergedSet(asked, now, path, decisions);
  if (how.by === 'item') return mergedList(how, asked, now, path, decisions);
  const each = how.by === 'key' ? () => how.each : (key: string) => how.fields[key] ?? 'whole';
  return mergedFields(each, asked, now, path, decisions);
}

function mergedFields(
  each: (key: string) => Mergeable,
  { from, to }: Asked,
  now: unknown,
  path: Path,
  decisions: Decisions,
): unknown {
  const [before, after] = [fieldsOf(from), fieldsOf(to)];
  const next: Record<string, unknown> = { ...fieldsOf(now) };
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const value = mergedValue(
      each(key),
      { from: before[key], to: after[key] },
      next[key],
      [...path, key],
      decisions,
    );
    if (value === undefined) delete next[key];
    else next[key] = value;
  }
  return Object.keys(next).length || to !== undefined ? next : undefined;
}

const textsOf = (value: unknown): readonly string[] => (Array.isArray(value) ? (value as string[]) : []);

function mergedSet({ from, to }: Asked, now: unknown, path: Path, decisions: Decisions): string[] {
  const [before, after] = [new Set(textsOf(from)), new Set(textsOf(to))];
  const next = new Set(textsOf(now));
  for (const one of new Set([...before, ...after])) {
    const asked = { from: before.has(one), to: after.has(one) };
    if (asked.from === asked.to || asked.to === next.has(one)) continue;
    if (decisions.leaf([...path, one], asked, next.has(one))) next.add(one);
    else next.delete(one);
  }
  // As nobody else has changed it, its order is kept too.
  const isDone = after.size === next.size && [...next].every((one) => after.has(one));
  return isDone && saysSame(now, from) ? [...textsOf(to)] : [...next];
}

function mergedList(
  { name, each }: Extract<Mergeable, { by: 'item' }>,
  { from, to }: Asked,
  now: unknown,
  path: Path,
  decisions: Decisions,
): Fields[] {
  const [before, after, current] = [itemsByName(from, name), itemsByName(to, name), itemsByName(now, name)];
  const next = new Map(current);
  for (const [key, item] of before) {
    const wanted = after.get(key);
    const here = current.get(key);
    if (!here) {
      // Taken out by both is done; what is asked of one that is gone has no place.
      if (wanted && !saysSame(item, wanted)) decisions.gone([...path, key]);
      continue;
    }
    const value = wanted
      ? mergedValue(each, { from: item, to: wanted }, here, [...path, key], decisions)
      : decisions.leaf([...path, key], { from: item, to: undefined }, here);
    if (value === undefined) next.delete(key);
    else next.set(key, value as Fields);
  }
  let order = [...next.keys()];
  const [was, wanted] = [[...before.keys()], [...after.keys()]];
  const common = (keys: readonly string[]) =>
    keys.filter((key) => before.has(key) && after.has(key) && next.has(key));
  const asked = { from: common(was), to: common(wanted) };
  if (!saysSame(asked.from, asked.to)) {
    const decided = textsOf(decisions.leaf([...path, ORDER], asked, common(order)));
    order = withRest(decided, order, () => false);
  }
  for (const [key, item] of after) {
    if (before.has(key)) continue;
    const value = decisions.leaf([...path, key], { from: undefined, to: item }, current.get(key));
    if (value === undefined) continue;
    next.set(key, value as Fields);
  }
  // Items that the other side has added at the same place go by name, so that both orders of merging give one list.
  const isTheirs = (key: string) => !before.has(key) && !after.has(key);
  order = withRest(
    order,
    wanted.filter((key) => next.has(key)),
    (key, added) => isTheirs(key) && key < added,
  );
  return order.map((key) => next.get(key)).filter((item) => item !== undefined);
}

/** An order with the rest of another one, each behind the one that it stands behind there, and behind those that `goFirst`. */
function withRest(
  order: readonly string[],
  other: readonly string[],
  goFirst: (key: string, added: string) => boolean,
): string[] {
  const all = [...order];
  other.forEach((key, i) => {
    if (all.includes(key)) return;
    const before = other[i - 1];
    let place = before === undefined ? 0 : all.indexOf(before) + 1;
    for (let next = all[place]; next !== undefined && goFirst(next, key); next = all[place]) place++;
    all.splice(place, 0, key);
  });
  return all;
}
