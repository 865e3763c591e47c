import { documentOf, indexOf } from '../song/index.ts';
import { after, hit, layer, pattern, section, smallSong } from '../testing/songs.ts';
import { compareHits } from './compare.ts';
import { duplicatePattern } from './duplicate.ts';
import { changeHits, removeHits, toggleSilenced } from './edit-hits.ts';
import { labelPattern, newVariation, setPatternRole, toggleAccent } from './edit-pattern.ts';
import { familyOrder, followersOf, unusedName } from './family.ts';
import { attach, countOrigins, makeIndependent } from './follow.ts';
import { overridesOf } from './overrides.ts';
import { holdsOf, removePattern } from './remove.ts';
import { resolve } from './resolve.ts';
import { keepLooseAsOwn, moveLooseEdit } from './seen.ts';
import { renameSeries, shapeAll } from './series.ts';

const small = smallSong();
const deep = after(small, newVariation(small, 'variation', 'deeper', 'Deeper'));
const heard = (document: typeof small, id: string) =>
  resolve(document, id)
    .hits.filter((one) => one.origin !== 'silenced')
    .map((one) => `${one.at} ${one.voice} ${one.velocity}`);

test('a new variation sounds as its parent and stands after it in the family', () => {
  expect(compareHits(resolve(deep, 'variation').hits, resolve(deep, 'deeper').hits)).toEqual([
    expect.objectContaining({ contrasts: ['only a'], voice: 'hat' }),
  ]);
  expect(heard(deep, 'deeper')).toEqual(heard(deep, 'variation'));
  expect(followersOf(deep, 'main').map((one) => one.id)).toEqual(['variation', 'deeper']);
  expect(familyOrder(indexOf(deep), 'drums').map(({ pattern: { id }, depth }) => [id, depth])).toEqual([
    ['main', 0],
    ['variation', 1],
    ['deeper', 2],
  ]);
});

test('names are found that the part does not have yet, and stay within the longest', () => {
  const index = indexOf(small);
  expect([unusedName(index, 'drums', 'New'), unusedName(index, 'drums', 'main')]).toEqual(['New', 'main 2']);
  expect(unusedName(index, 'drums', 'main', ['main 2', 'main 3'])).toBe('main 4');
  const long = 'x'.repeat(90);
  expect(unusedName(index, 'drums', long, [long.slice(0, 80)])).toBe(`${'x'.repeat(78)} 2`);
});

test('a pattern follows another by difference: what both play is followed, the rest is its own or silent', () => {
  const document = documentOf([
    ...Object.values(small.records),
    pattern('stray', {
      order: 5,
      own: {
        a: hit('kick', 0),
        b: hit('snare', 970, { velocity: 80 }),
        c: hit('tom', 3600),
      },
      accents: [{ at: 0, amount: 30 }],
    }),
  ]);
  const next = after(document, attach(document, 'stray', 'main'));
  expect(countOrigins(resolve(next, 'stray'))).toEqual({ followed: 1, changed: 1, own: 1, silenced: 3 });
  expect(heard(next, 'stray')).toEqual(['0 kick 100', '970 snare 80', '3600 tom 100']);
  expect(resolve(next, 'stray').accents).toEqual([{ at: 0, amount: 30 }]);
  const moved = after(
    next,
    changeHits(next, 'main', ['k1'], () => ({ velocity: 33 })),
  );
  expect(heard(moved, 'stray')[0]).toBe('0 kick 33');
});

test('following is refused for its own followers and other parts, and nothing when it follows that one', () => {
  expect(attach(deep, 'main', 'deeper')).toEqual({ reason: 'Deeper follows main itself.' });
  expect(attach(deep, 'main', 'main')).toHaveProperty('reason');
  expect(attach(deep, 'deeper', 'gone')).toHaveProperty('reason');
  expect(attach(deep, 'deeper', 'variation')).toBeNull();
  expect(makeIndependent(deep, 'main')).toBeNull();
});

test('edits of followers and slots stay with their hits when these get other ids', () => {
  const document = documentOf([
    ...Object.values(small.records),
    pattern('stray', { order: 5, own: { a: hit('kick', 0), b: hit('snare', 960) } }),
    pattern('child', { order: 6, parent: 'stray', window: { from: 0 }, silenced: ['b'] }),
    section('verse', [
      { id: 'x', length: 7680, layers: [layer('stray', { changed: { 'a~3840': { velocity: 5 } } })] },
    ]),
  ]);
  const next = after(document, attach(document, 'stray', 'main'));
  expect(heard(next, 'child')).toEqual(['0 kick 100']);
  expect(resolve(next, 'child').loose).toEqual([]);
  expect(indexOf(next).section('verse')?.slots[0]?.layers[0]?.changed).toEqual({
    'k1~3840': { velocity: 5 },
  });
});

test('a copy follows what its original follows, and takes copies of the followers along if wanted', () => {
  const alone = after(
    deep,
    duplicatePattern(deep, 'variation', false, (id) => `${id}-2`),
  );
  expect(indexOf(alone).pattern('variation-2')).toMatchObject({ parent: 'main', name: 'variation copy' });
  expect(indexOf(alone).pattern('deeper-2')).toBeUndefined();
  const all = after(
    deep,
    duplicatePattern(deep, 'main', true, (id) => `${id}-2`),
  );
  expect(indexOf(all).pattern('main-2')).toMatchObject({ name: 'main copy' });
  expect(indexOf(all).pattern('deeper-2')?.parent).toBe('variation-2');
  const edited = after(all, removeHits(all, 'main-2', ['k1']));
  expect(heard(edited, 'deeper-2')).toHaveLength(heard(edited, 'deeper').length - 1);
});

test('what hangs on a pattern is told before it goes, and goes the way that was chosen', () => {
  expect(holdsOf(deep, 'variation')).toMatchObject({
    followers: [{ id: 'deeper' }],
    sections: [{ section: { id: 'verse' }, slots: 1 }],
  });
  const silent = after(deep, removePattern(deep, 'variation', { followers: 'independent', slots: 'silent' }));
  expect(
    indexOf(silent)
      .section('verse')
      ?.slots.map((slot) => slot.layers.length),
  ).toEqual([1, 0]);
  expect(heard(silent, 'deeper')).toEqual(heard(deep, 'deeper'));
  const handed = after(deep, removePattern(deep, 'variation', { followers: 'parent', slots: 'parent' }));
  expect(indexOf(handed).pattern('deeper')?.parent).toBe('main');
  expect(indexOf(handed).section('verse')?.slots[1]?.layers[0]?.pattern).toBe('main');
  expect(heard(handed, 'deeper')).toEqual(heard(deep, 'deeper'));
  expect(removePattern(deep, 'main', { followers: 'parent', slots: 'silent' })).toHaveProperty('reason');
  expect(removePattern(deep, 'main', { followers: 'independent', slots: 'parent' })).toHaveProperty('reason');
  expect(removePattern(deep, 'gone', { followers: 'parent', slots: 'parent' })).toBeNull();
});

test('followers that say otherwise about a hit are named, with what they do', () => {
  const named = (hits: string[]) =>
    overridesOf(deep, 'main', hits).map(({ pattern: { id }, edit }) => `${id} ${edit}`);
  expect(named(['h1'])).toEqual(['variation silenced']);
  expect(named(['s2', 'k1'])).toEqual(['variation changed']);
  expect([named(['k1']), named([])]).toEqual([[], []]);
});

describe('an edit whose hit is gone from the parent', () => {
  const softer = after(
    small,
    changeHits(small, 'variation', ['s1'], () => ({ velocity: 40 })),
  );
  const gone = after(softer, removeHits(softer, 'main', ['s1']));

  test('is kept, listed, and still known by where its hit stood', () => {
    const { loose, pattern: record } = resolve(gone, 'variation');
    expect(loose).toEqual([{ hit: 's1', edit: 'changed' }]);
    expect(record.seen?.['s1']).toEqual(hit('snare', 960));
  });

  test('becomes a hit of the pattern’s own in one step', () => {
    const own = after(gone, keepLooseAsOwn(gone, 'variation', 's1'));
    expect(resolve(own, 'variation').loose).toEqual([]);
    expect(heard(own, 'variation')).toContain('960 snare 40');
  });

  test('is said of the nearest hit of its row in one step, or refused when none is near', () => {
    expect(moveLooseEdit(gone, 'variation', 's1')).toHaveProperty('reason');
    const near = after(
      gone,
      changeHits(gone, 'main', ['s2'], () => ({ at: 1440 })),
    );
    // The other snare has a say of its own already, so it is not taken.
    expect(moveLooseEdit(near, 'variation', 's1')).toHaveProperty('reason');
    const quiet = after(small, toggleSilenced(small, 'variation', ['k1']));
    const replaced = after(quiet, removeHits(quiet, 'main', ['k1']));
    const nearer = after(
      replaced,
      changeHits(replaced, 'main', ['k2'], () => ({ at: 480 })),
    );
    const mended = after(nearer, moveLooseEdit(nearer, 'variation', 'k1'));
    expect(resolve(mended, 'variation').loose).toEqual([]);
    expect(resolve(mended, 'variation').hits.find((one) => one.id === 'k2')?.origin).toBe('silenced');
  });
});

test('several patterns are renamed in a series and shaped in one edit, no follower twice', () => {
  const named = after(deep, renameSeries(deep, ['deeper', 'main'], ' Verse '));
  expect(['deeper', 'main'].map((id) => indexOf(named).pattern(id)?.name)).toEqual(['Verse 1', 'Verse 2']);
  expect(renameSeries(deep, ['main'], ' ')).toHaveProperty('reason');
  const shape = { id: 's', rule: 'scale', voices: null, percent: 50 } as const;
  const shaped = after(deep, shapeAll(deep, ['main', 'variation'], shape));
  expect(heard(shaped, 'main').every((one) => one.endsWith(' 50'))).toBe(true);
  expect(heard(shaped, 'variation')).toEqual([
    '0 kick 50',
    '960 snare 50',
    '1920 kick 50',
    '2400 kick 50',
    '2880 snare 30',
  ]);
});

test('roles and labels are set and taken off again', () => {
  const fill = after(small, setPatternRole(small, 'variation', 'fill'));
  expect(indexOf(fill).pattern('variation')?.role).toBe('fill');
  const marked = after(small, labelPattern(small, 'main', 'busy'));
  expect(indexOf(marked).pattern('main')?.label).toBe('busy');
  expect(labelPattern(marked, 'main', 'busy')).toBeNull();
  expect(indexOf(after(marked, labelPattern(marked, 'main', ''))).pattern('main')).not.toHaveProperty(
    'label',
  );
});

test('a pattern that becomes independent says itself how it is accented', () => {
  const accented = after(small, toggleAccent(small, 'main', 960));
  const free = after(accented, makeIndependent(accented, 'variation'));
  expect(resolve(free, 'variation').accents).toEqual([{ at: 960 }]);
});
