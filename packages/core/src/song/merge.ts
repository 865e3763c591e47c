import { withChange } from './apply.ts';
import {
  type Change,
  changeBetween,
  changeFrom,
  NO_CHANGE,
  recordIn,
  type Step,
  stepOf,
  touchedBy,
} from './change.ts';
import type { SongDocument } from './document.ts';
import type { Problem } from './errors.ts';
import { idsNamedBy, problemsAfter } from './invariants.ts';
import { isFields, itemsByName, type Mergeable, mergeableOf } from './mergeable.ts';
import type { Id } from './names.ts';
import type { SongRecord } from './records.ts';
import { saysSame } from './says-same.ts';
import { type Asked, mergedValue, type Path } from './three-way-merge.ts';

/** Who wins where both sides have changed one hit or field: the change that is brought over, or what is there. */
export type Winner = 'change' | 'document';

/** A change brought to a document that was changed since, and what of it found no place. */
export interface Rebased {
  /** The document with the change brought over. */
  readonly document: SongDocument;
  /** The change that was made to the document. */
  readonly change: Change;
  /** Takes back, in the new document, what the change has overwritten of it. */
  readonly overwritten: Change;
  /** The part of the change that had no place any more, as a change of its own. */
  readonly left: Change;
  /** True where the document won at some hit or field. */
  readonly kept: boolean;
}

/**
 * Brings a change to a document that others have changed since it was made. What touches other records, or other fields, hits
 * or slots of one record, joins; at one hit or field `winner` has its way. What names something that is gone, or would break
 * an invariant, is left out, as little of it as does; all else is done. The result is sound when the document is.
 */
export function rebase(asked: Change, onto: SongDocument, winner: Winner = 'change'): Rebased {
  const asIs = takenAsIs(asked, onto);
  if (asIs) return asIs;
  const refused = new Leaves();
  const size = touchedBy(asked).length;
  // A record that nobody else has changed is taken as it is asked for, unless something of it has no place.
  for (let pass = 0; ; pass++) {
    const isWhole = pass === 0;
    let kept = false;
    const done = attempt(asked, onto, isWhole, (id, path, want, now) => {
      if (refused.has(id, path)) return now;
      if (winner === 'change' || saysSame(now, want.from)) return want.to;
      kept = true;
      return now;
    });
    const change = changeBetween(onto, done.document);
    const problems = problemsAfter(onto, done.document, change);
    if (!problems.length) {
      const overwritten = winner === 'change' ? overwrittenBy(asked, onto, done, refused) : NO_CHANGE;
      return { document: done.document, change, overwritten, left: leftOf(asked, done, refused), kept };
    }
    if (isWhole) continue;
    const guilty = pass * size < MOST_TRIED ? guiltyOf(problems, asked, done) : [];
    if (!refused.addAll(guilty)) refused.addAll(done.leaves);
  }
}

/**
 * What names something that is left out is left out in the next pass; once so many records have been tried, those of all passes
 * together, all of the rest is.
 */
const MOST_TRIED = 6000;

/** A sound change that was made on this very document; null where anything of it has to be brought over. */
function takenAsIs(asked: Change, onto: SongDocument): Rebased | null {
  const isOnIt = touchedBy(asked).every((id) => stepOf(asked, id)?.[0] === recordIn(onto, id));
  if (!isOnIt) return null;
  const document = withChange(onto, asked);
  if (problemsAfter(onto, document, asked).length) return null;
  return { document, change: asked, overwritten: NO_CHANGE, left: NO_CHANGE, kept: false };
}

/** A value that a change is about: the way to it within a record, none for the record as a whole. */
interface Leaf {
  readonly id: Id;
  readonly path: Path;
}

interface Attempt {
  readonly document: SongDocument;
  /** The leaves that were done, and those whose place is gone. */
  readonly leaves: readonly Leaf[];
  readonly gone: readonly Leaf[];
}

type Decide = (id: Id, path: Path, asked: Asked, now: unknown) => unknown;

/** Brings a change over as `decide` says at each leaf; where `isWhole`, records as nobody else has changed them are one leaf. */
function attempt(asked: Change, onto: SongDocument, isWhole: boolean, decide: Decide): Attempt {
  const leaves: Leaf[] = [];
  const gone: Leaf[] = [];
  const steps: [Id, Step][] = [];
  for (const id of touchedBy(asked)) {
    const [from, to] = stepOf(asked, id) ?? [undefined, undefined];
    const now = recordIn(onto, id);
    const leaf = (path: Path, want: Asked, here: unknown) => {
      const value = decide(id, path, want, here);
      if (!saysSame(value, here)) leaves.push({ id, path });
      return value;
    };
    let next: unknown = now;
    if (isWhole && from && from === now) {
      // As nobody else has changed it: what is asked for is what it becomes.
      next = decide(id, [], { from, to }, now);
      leaves.push({ id, path: [] });
    } else if (!from || !to) {
      if (!saysSame(now, to)) next = leaf([], { from, to }, now);
    } else if (!now) gone.push({ id, path: [] });
    else {
      const decisions = { leaf, gone: (path: Path) => void gone.push({ id, path }) };
      next = mergedValue(mergeableOf(now), { from, to }, now, [], decisions);
      // One that comes out as it was, or as it was asked for, stays that object.
      next = [now, to].find((one) => saysSame(one, next)) ?? next;
    }
    steps.push([id, [now, next as SongRecord | undefined]]);
  }
  return { document: withChange(onto, changeFrom(steps)), leaves, gone };
}

/** Takes back what a change has put in place of what others had made since. */
function overwrittenBy(asked: Change, onto: SongDocument, done: Attempt, refused: Leaves): Change {
  const found = { any: false };
  const kept = attempt(asked, onto, false, (id, path, want, now) => {
    if (refused.has(id, path)) return now;
    if (saysSame(now, want.from)) return want.to;
    found.any = true;
    return now;
  });
  return found.any ? changeBetween(done.document, kept.document) : NO_CHANGE;
}

/** The part of a change that was not done for want of a place. */
function leftOf(asked: Change, { gone }: Attempt, refused: Leaves): Change {
  if (refused.isEmpty && !gone.length) return NO_CHANGE;
  const places = new Leaves();
  places.addAll(gone);
  const froms = Object.entries(asked.updated).map(([id, [from]]) => [id, from] as const);
  const origin: SongDocument = { records: { ...asked.removed, ...Object.fromEntries(froms) } };
  const { document } = attempt(asked, origin, false, (id, path, want, now) =>
    refused.has(id, path) || places.hold(id, path) ? want.to : now,
  );
  return changeBetween(origin, document);
}

/** A set of leaves. */
class Leaves {
  readonly #paths = new Map<Id, Path[]>();

  get isEmpty(): boolean {
    return this.#paths.size === 0;
  }

  has(id: Id, path: Path): boolean {
    return this.#paths.get(id)?.some((one) => one.length === path.length && isWithin(path, one)) ?? false;
  }

  /** True where a leaf, or anything around it, is among them. */
  hold(id: Id, path: Path): boolean {
    return this.#paths.get(id)?.some((one) => isWithin(path, one)) ?? false;
  }

  /** Adds leaves; returns whether any is new. */
  addAll(leaves: readonly Leaf[]): boolean {
    const fresh = leaves.filter(({ id, path }) => !this.has(id, path));
    for (const { id, path } of fresh) this.#paths.set(id, [...(this.#paths.get(id) ?? []), path]);
    return fresh.length > 0;
  }
}

const isWithin = (path: Path, outer: Path) => outer.every((step, i) => path[i] === step);

/** The leaves that problems are about. */
function guiltyOf(problems: readonly Problem[], { added }: Change, { document, leaves }: Attempt): Leaf[] {
  return problems.flatMap(({ path }) => {
    const [id = '', ...rest] = path.split('.');
    const record = recordIn(document, id);
    if (!record) return leaves.filter((leaf) => leaf.id === id);
    const named = pathIn(mergeableOf(record), record, rest.join('.'));
    const own = leaves.filter(
      (leaf) => leaf.id === id && (isWithin(leaf.path, named) || isWithin(named, leaf.path)),
    );
    if (own.length) return own;
    // A record of the other side names one that this change takes away or moves.
    const names = new Set(idsNamedBy(document, record));
    return leaves.filter((leaf) => names.has(leaf.id) && !Object.hasOwn(added, leaf.id));
  });
}

/** The way to a value that a problem names by fields, keys and numbers of items, as far as it can be followed. */
function pathIn(how: Mergeable, value: unknown, said: string): string[] {
  if (how === 'whole' || how === 'set' || !said) return [];
  if (how.by === 'item') {
    const number = Number.parseInt(said, 10);
    const [name, item] = [...itemsByName(value, how.name)][number] ?? [];
    if (name === undefined) return [];
    return [name, ...pathIn(how.each, item, said.slice(String(number).length + 1))];
  }
  if (!isFields(value)) return [];
  // Ids of hits hold points: the longest key that fits is meant.
  const [key] = Object.keys(value)
    .filter((one) => said === one || said.startsWith(`${one}.`))
    .sort((a, b) => b.length - a.length);
  if (key === undefined) return [];
  const each = how.by === 'key' ? how.each : (how.fields[key] ?? 'whole');
  return [key, ...pathIn(each, value[key], said.slice(key.length + 1))];
}
