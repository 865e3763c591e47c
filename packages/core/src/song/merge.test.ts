import fc from 'fast-check';
import { type Dice, dice, editFrom, runEdits } from '../testing/random-edits.ts';
import { hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { apply } from './apply.ts';
import { type Change, changeBetween, invert, isNothing, NO_CHANGE, squash, touchedBy } from './change.ts';
import { changeOf } from './change-set.ts';
import { documentOf, indexOf, serialize, type SongDocument } from './document.ts';
import { problemsAfter, problemsOf } from './invariants.ts';
import { rebase } from './merge.ts';
import { isChange } from './outcome.ts';
import { readChange } from './read.ts';
import type { Pattern, Section, SongRecord } from './records.ts';
import { sparse, type SparseChange } from './sparse.ts';

/** Edits of a song, each as a change. */
function walk(from: SongDocument, rolls: readonly Dice[]): Change[] {
  let document = from;
  return rolls.flatMap((roll) => {
    const outcome = editFrom(document, roll);
    if (!isChange(outcome)) return [];
    const applied = apply(document, outcome);
    ({ document } = applied);
    return [applied.change];
  });
}

const all = (changes: readonly Change[]) => changes.reduce(squash, NO_CHANGE);
const rolls = (most: number) => fc.array(dice, { maxLength: most });
const after = (document: SongDocument, change: Change) => apply(document, change).document;

/** The song as text; sets of ids in one order, since either side may have named its own first. */
function said({ records }: SongDocument): string {
  const sorted = JSON.stringify(Object.values(records), (key, value: unknown) =>
    (key === 'silenced' || key === 'silencedVoices') && Array.isArray(value)
      ? [...(value as string[])].sort()
      : value,
  );
  return serialize(documentOf(JSON.parse(sorted) as SongRecord[]));
}

test('a change taken back gives the document before; changes in turn squash to one', () => {
  fc.assert(
    fc.property(rolls(6), rolls(12), (before, edits) => {
      const { document } = runEdits(before);
      const changes = walk(document, edits);
      const whole = all(changes);
      const inTurn = changes.reduce(after, document);
      expect(serialize(after(document, whole))).toBe(serialize(inTurn));
      expect(serialize(after(inTurn, invert(whole)))).toBe(serialize(document));
      expect(isNothing(all([...changes, ...[...changes].reverse().map(invert)]))).toBe(true);
      for (let cut = 0; cut <= changes.length; cut++)
        expect(squash(all(changes.slice(0, cut)), all(changes.slice(cut)))).toEqual(whole);
    }),
    tries(60, 61),
  );
});

test('a record that comes and goes is nothing, one that goes and comes back is as it was', () => {
  const one = pattern('one');
  const added = changeOf(smallSong(), { put: [one], remove: [] });
  expect(isNothing(squash(added, invert(added)))).toBe(true);
  expect(isNothing(squash(invert(added), added))).toBe(true);
  const both = squash(added, { ...NO_CHANGE, updated: { one: [one, { ...one, name: 'Two' }] } });
  expect(Object.values(both.added)).toMatchObject([{ name: 'Two' }]);
  expect(() => squash(added, added)).toThrow(RangeError);
});

test('a record that is put after it was removed is changed; one change may do both at once, to two records', () => {
  const [one, two] = [pattern('one'), pattern('two')];
  const otherwise = { ...one, name: 'Otherwise' };
  const gone: Change = { ...NO_CHANGE, removed: { one } };
  expect(squash(gone, { ...NO_CHANGE, added: { one: otherwise } })).toEqual({
    ...NO_CHANGE,
    updated: { one: [one, otherwise] },
  });
  expect(squash(gone, { ...NO_CHANGE, added: { one } })).toEqual(NO_CHANGE);
  const both: Change = { added: { two }, updated: {}, removed: { one: otherwise } };
  const renamed: Change = { ...NO_CHANGE, updated: { one: [one, otherwise] } };
  expect(squash(renamed, both)).toEqual({ added: { two }, updated: {}, removed: { one } });
  expect(squash(both, { ...NO_CHANGE, added: { one }, removed: { two } })).toEqual({
    ...NO_CHANGE,
    updated: { one: [otherwise, one] },
  });
  expect(() => squash(both, renamed)).toThrow(/one cannot follow/);
});

test('what is checked after a change finds fault where a check of the whole song does, and nowhere else', () => {
  const breaking = fc.array(fc.record({ record: fc.nat(), other: fc.nat(), how: fc.nat(5) }), {
    minLength: 1,
    maxLength: 4,
  });
  fc.assert(
    fc.property(rolls(10), breaking, (edits, breaks) => {
      const { document } = runEdits(edits);
      const records = Object.values(document.records);
      const ids = Object.keys(document.records);
      const put: SongRecord[] = [];
      const remove = new Set<string>();
      for (const { record: i, other, how } of breaks) {
        const record = records[i % records.length];
        const id = ids[other % ids.length] ?? '';
        if (!record) continue;
        if (how === 0) remove.add(record.id);
        else if (record.kind === 'pattern') put.push({ ...record, [how === 1 ? 'parent' : 'part']: id });
        else if (record.kind === 'voice') put.push({ ...record, part: id });
        else if (record.kind === 'part') put.push({ ...record, type: 'notes' });
        else if (record.kind === 'section') put.push({ ...record, follows: id });
      }
      const change = changeOf(document, {
        put: put.filter(({ id }) => !remove.has(id)),
        remove: [...remove],
      });
      const next = { records: { ...document.records } };
      for (const id of Object.keys(change.removed)) delete next.records[id];
      for (const [id, [, to]] of Object.entries(change.updated)) next.records[id] = to;
      const words = (problems: ReturnType<typeof problemsOf>) =>
        problems.map((one) => `${one.path}: ${one.message}`).sort();
      const [found, whole] = [problemsAfter(document, next, change), problemsOf(next)].map(words);
      // A circle is told once by what closed it, and by each of its records when all are looked at.
      expect(whole).toEqual(expect.arrayContaining(found ?? []));
      expect(found?.length === 0).toBe(whole?.length === 0);
    }),
    tries(300, 62),
  );
});

test('a change brought to the very song that it was made on is the change, whole or sparse', () => {
  fc.assert(
    fc.property(rolls(8), rolls(6), (before, edits) => {
      const { document } = runEdits(before);
      const change = all(walk(document, edits));
      const copy = copyOf(document);
      for (const isTouched of [null, false, true]) {
        const done = rebase(isTouched === null ? change : received(change, copy, isTouched), copy);
        expect(serialize(done.document)).toBe(serialize(after(document, change)));
        expect(isNothing(done.left)).toBe(true);
        // A removal that may be of what others have worked on is told as if it were: of records, and of hits.
        const besideHits = ([from, to]: readonly [SongRecord, SongRecord]) =>
          [from, to].map((record) => ({ ...record, own: {}, silenced: [], changed: {} }));
        for (const step of Object.values(done.overwritten.updated)) {
          const [from, to] = besideHits(step);
          expect(to).toEqual(from);
        }
        if (!isTouched) expect(isNothing(done.overwritten)).toBe(true);
      }
    }),
    tries(80, 63),
  );
});

/** A change as the server reads it, which knows what others have touched since, or does not. */
const received = (change: Change, onto: SongDocument, isTouched = true) =>
  readChange(onto, JSON.parse(JSON.stringify(sparse(change))) as SparseChange, () => isTouched);
const copyOf = ({ records }: SongDocument) =>
  documentOf(JSON.parse(JSON.stringify(Object.values(records))) as SongRecord[]);

test('two sides join: nothing is lost, the song is sound, and undo takes back one side alone', () => {
  let [joined, alone] = [0, 0];
  fc.assert(
    fc.property(rolls(10), rolls(5), rolls(5), (before, left, right) => {
      const base = runEdits(before).document;
      const [mine, theirs] = [walk(base, left), walk(base, right)].map(all) as [Change, Change];
      const [hasMine, hasTheirs] = [after(base, mine), after(base, theirs)];
      const one = rebase(mine, hasTheirs);
      const other = rebase(theirs, hasMine);
      for (const { document, change } of [one, other]) {
        expect(problemsOf(document)).toEqual([]);
        expect(serialize(after(document, invert(change)))).toBe(
          serialize(document === one.document ? hasTheirs : hasMine),
        );
      }
      // An overwritten edit can be taken back, and is then there again.
      const taken = rebase(one.overwritten, one.document);
      expect(problemsOf(taken.document)).toEqual([]);
      const copy = copyOf(hasTheirs);
      expect(said(rebase(received(mine, copy), copy).document)).toBe(said(one.document));
      const isClear = [one, other].every((done) => isNothing(done.overwritten) && isNothing(done.left));
      if (!isClear) return;
      const shared = touchedBy(mine).some((id) => touchedBy(theirs).includes(id));
      if (shared) joined++;
      expect(said(one.document)).toBe(said(other.document));
      // Where both sides have done the same, taking it back takes it from both.
      if (placesIn(mine).some((place) => placesIn(theirs).includes(place))) return;
      alone++;
      const undone = rebase(invert(mine), other.document, 'document');
      if (isNothing(undone.left)) expect(said(undone.document)).toBe(said(hasTheirs));
    }),
    tries(150, 64),
  );
  expect(joined).toBeGreaterThan(20);
  expect(alone).toBeGreaterThan(20);
});

/** The ways to all values that a change is about, names of list items among them. */
function placesIn(change: Change): string[] {
  const walked = (value: unknown, path: string): string[] =>
    isEmpty(value)
      ? [path]
      : Array.isArray(value)
        ? value.flatMap((one: unknown) => walked(one, `${path}.${nameOf(one)}`))
        : Object.entries(value as object).flatMap(([key, inner]) =>
            NAMES.has(key) ? [] : walked(inner, `${path}.${key}`),
          );
  const updated = Object.entries(sparse(change).updated).flatMap(([id, [from, to]]) => [
    ...walked(from, id),
    ...walked(to, id),
    ...listsIn(from, to, id),
  ]);
  return [...updated, ...Object.keys(change.added), ...Object.keys(change.removed)];
}

/** The ways to lists whose items come, go or move. */
function listsIn(from: unknown, to: unknown, path: string): string[] {
  if (Array.isArray(from) && Array.isArray(to)) {
    const names = [from, to].map((list) => list.map(nameOf).join());
    if (names[0] !== names[1]) return [`${path} order`];
    return from.flatMap((one: unknown, i) => listsIn(one, to[i], `${path}.${nameOf(one)}`));
  }
  if (isEmpty(from) || isEmpty(to)) return [];
  const [before, after] = [Object.entries(from as object), new Map(Object.entries(to as object))];
  return before.flatMap(([key, value]) => listsIn(value, after.get(key), `${path}.${key}`));
}

const isEmpty = (value: unknown) => typeof value !== 'object' || !value || !Object.keys(value).length;
const NAMES = new Set(['id', 'kind', 'pattern']);
const nameOf = (item: unknown) => {
  const { id, pattern: played } = (typeof item === 'object' && item !== null ? item : {}) as {
    id?: string;
    pattern?: string;
  };
  return id ?? played ?? JSON.stringify(item);
};

describe('what does and does not join', () => {
  const base = smallSong();
  const main = indexOf(base).pattern('main') as Pattern;
  const verse = indexOf(base).section('verse') as Section;
  const change = (put: readonly SongRecord[], remove: readonly string[] = []) =>
    changeOf(base, { put, remove });
  const own = (document: SongDocument) => Object.keys((indexOf(document).pattern('main') as Pattern).own);
  const withHits = (...ids: readonly string[]) => ({
    ...main,
    own: {
      ...main.own,
      ...Object.fromEntries(ids.map((id, i) => [id, hit(i % 2 ? 'hat' : 'kick', 120 * (i + 1))])),
    },
  });

  test('hits of one pattern, fields of one record, slots of one section', () => {
    const mine = change([{ ...withHits('a', 'b'), name: 'Mine' }, song({ tempo: 90 })]);
    const theirs = after(
      base,
      change([{ ...withHits('x'), silenced: ['kick-1'] }, song({ name: 'Theirs' })]),
    );
    const { document, overwritten, left } = rebase(mine, theirs);
    expect(own(document)).toEqual(expect.arrayContaining(['a', 'b', 'x']));
    expect(indexOf(document).pattern('main')).toMatchObject({ name: 'Mine', silenced: ['kick-1'] });
    expect(indexOf(document).song).toMatchObject({ tempo: 90, name: 'Theirs' });
    expect([isNothing(overwritten), isNothing(left)]).toEqual([true, true]);
    const slot = (id: string) => ({ id, length: 3840, layers: [layer('main')] });
    const first = change([{ ...verse, slots: [slot('new'), ...verse.slots] }]);
    const last = change([{ ...verse, slots: [...verse.slots, slot('end')] }]);
    const order = indexOf(rebase(first, after(base, last)).document)
      .section('verse')
      ?.slots.map(({ id }) => id);
    expect(order).toEqual(['new', ...verse.slots.map(({ id }) => id), 'end']);
  });

  test('on one hit the later save wins; what it overwrote is told and can be taken back', () => {
    const [id = ''] = Object.keys(main.own);
    const loud = (velocity: number) =>
      change([{ ...main, own: { ...main.own, [id]: { ...main.own[id], velocity } } } as Pattern]);
    const theirs = after(base, loud(40));
    const { document, overwritten } = rebase(loud(120), theirs);
    const velocity = (of: SongDocument) => indexOf(of).pattern('main')?.own[id]?.velocity;
    expect(velocity(document)).toBe(120);
    expect(touchedBy(overwritten)).toEqual(['main']);
    expect(velocity(after(document, overwritten))).toBe(40);
    expect(velocity(rebase(loud(120), theirs, 'document').document)).toBe(40);
  });

  test('a hit on a row that is gone is laid aside, all else is done', () => {
    const crash = after(base, change([voice('crash', 49)]));
    const mine = changeOf(crash, {
      put: [{ ...main, own: { ...main.own, c: hit('crash', 0), r: hit('snare', 960) } }],
      remove: [],
    });
    const theirs = after(crash, changeOf(crash, { put: [], remove: ['crash'] }));
    const { document, left } = rebase(mine, theirs);
    expect(own(document)).toContain('r');
    expect(own(document)).not.toContain('c');
    expect(Object.keys(sparse(left).updated['main']?.[1] ?? {})).toEqual(['kind', 'own']);
    // Once the row is back, it can be tried again.
    const back = after(document, { ...NO_CHANGE, added: { crash: voice('crash', 49) } });
    const again = rebase(left, back);
    expect(own(again.document)).toContain('c');
    expect(isNothing(again.left)).toBe(true);
  });

  test('a row that the other side plays now is not taken away', () => {
    const crash = after(base, change([voice('crash', 49)]));
    const mine = changeOf(crash, { put: [song({ tempo: 77 })], remove: ['crash'] });
    const plays = { ...main, own: { ...main.own, c: hit('crash', 0) } };
    const { document, left } = rebase(mine, after(crash, changeOf(crash, { put: [plays], remove: [] })));
    expect(indexOf(document).voice('crash')).toBeDefined();
    expect(indexOf(document).song.tempo).toBe(77);
    expect(Object.keys(left.removed)).toEqual(['crash']);
  });

  test('a change of what is gone is laid aside as it was asked for', () => {
    const two = after(base, change([section('two', [{ id: 'a', length: 3840, layers: [layer('main')] }])]));
    const named = changeOf(two, {
      put: [{ ...(indexOf(two).section('two') as Section), name: 'B' }],
      remove: [],
    });
    const { change: done, left } = rebase(named, base);
    expect([isNothing(done), touchedBy(left)]).toEqual([true, ['two']]);
    expect(isNothing(changeBetween(base, base))).toBe(true);
  });
});
