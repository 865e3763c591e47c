import fc from 'fast-check';
import { apply, documentOf, type Pattern, type SongDocument } from '../song/index.ts';
import { after, hit, pattern, smallSong } from '../testing/songs.ts';
import { tries } from '../testing/tries.ts';
import { addHits, changeHits, followAgain, removeHits, toggleSilenced } from './edit-hits.ts';
import { setPatternLength, toggleAccent } from './edit-pattern.ts';
import { setRowGrids } from './edit-rows.ts';
import { countEdits, resolve } from './resolve.ts';

function withPatterns(...patterns: Pattern[]): SongDocument {
  return documentOf([...Object.values(smallSong().records), ...patterns]);
}

const look = (document: SongDocument, id: string) =>
  resolve(document, id).hits.map((one) => `${one.at} ${one.voice} ${one.velocity} ${one.origin}`);

test('a follower has its parent’s hits, but for what it says otherwise', () => {
  expect(look(smallSong(), 'variation')).toEqual([
    '0 kick 100 followed',
    '480 hat 100 silenced',
    '960 snare 100 followed',
    '1920 kick 100 followed',
    '2400 kick 100 own',
    '2880 snare 60 changed',
  ]);
});

test('changing the parent changes the follower, except where it says otherwise', () => {
  const moved = after(
    smallSong(),
    changeHits(smallSong(), 'main', ['k2', 's2'], (one) => ({ at: one.at + 240, velocity: 33 })),
  );
  expect(look(moved, 'variation')).toContain('2160 kick 33 followed');
  expect(look(moved, 'variation')).toContain('3120 snare 60 changed');
});

test('an edit whose hit is gone is kept and listed as loose, and works again when the hit is back', () => {
  const before = smallSong();
  const cut = after(before, removeHits(before, 'main', ['s2', 'h1']));
  expect(resolve(cut, 'variation').loose).toEqual([
    { hit: 'h1', edit: 'silenced' },
    { hit: 's2', edit: 'changed' },
  ]);
  const back = after(cut, addHits(cut, 'main', [{ id: 's2', ...hit('snare', 2880) }]));
  expect(look(back, 'variation')).toContain('2880 snare 60 changed');
});

test('a longer follower repeats its parent with ids of its own; a shorter fill follows the end', () => {
  const document = withPatterns(
    pattern('long', { parent: 'main', length: 7680, window: { from: 0 } }),
    pattern('longer', { parent: 'long', length: 15360, window: { from: 0 } }),
    pattern('end', { parent: 'main', length: 960, role: 'fill' }),
    pattern('start', { parent: 'main', length: 960 }),
  );
  const ids = resolve(document, 'longer').hits.map((one) => one.id);
  expect(ids).toHaveLength(20);
  expect(new Set(ids).size).toBe(20);
  expect(look(document, 'long')).toContain(`${3840 + 960} snare 100 followed`);
  expect(look(document, 'end')).toEqual(['0 snare 100 followed']);
  expect(look(document, 'start')).toEqual(['0 kick 100 followed', '480 hat 100 followed']);
});

test('a repeat that comes to be called as a hit of the follower’s own sounds beside it, under an id that edits can tell', () => {
  const before = withPatterns(
    pattern('bar', { length: 3840, own: { k: hit('kick', 0) } }),
    pattern('two', {
      parent: 'bar',
      length: 7680,
      own: { 'k~3840': hit('kick', 4800, { velocity: 70 }) },
    }),
  );
  expect(resolve(before, 'two').hits.map(({ id, at, origin }) => [id, at, origin])).toEqual([
    ['k', 0, 'followed'],
    ['k~3840~', 3840, 'followed'],
    ['k~3840', 4800, 'own'],
  ]);
  const silenced = after(before, toggleSilenced(before, 'two', ['k~3840~']));
  expect(look(silenced, 'two')).toEqual([
    '0 kick 100 followed',
    '3840 kick 100 silenced',
    '4800 kick 70 own',
  ]);
});

test('shapes silence, re-voice, thin and scale what is followed, and an edit of the pattern’s own outranks them', () => {
  const shaped = (shapes: Pattern['shapes'], fields: Partial<Pattern> = {}) =>
    look(withPatterns(pattern('p', { parent: 'main', shapes, ...fields })), 'p');
  expect(shaped([{ id: 'a', rule: 'silence', voices: ['snare'], from: 0, to: 1920 }])).toContain(
    '960 snare 100 silenced',
  );
  expect(
    shaped([{ id: 'a', rule: 'keep', voices: ['kick'] }]).filter((line) => !line.includes('silenced')),
  ).toEqual(['0 kick 100 followed', '1920 kick 100 followed']);
  expect(shaped([{ id: 'a', rule: 'revoice', voice: 'hat', onto: 'tom' }])).toContain('480 tom 100 followed');
  expect(shaped([{ id: 'a', rule: 'scale', voices: null, percent: 300 }])).toContain('0 kick 127 followed');
  expect(
    shaped([{ id: 'a', rule: 'thin', voices: null, keep: 40 }]).filter((line) => !line.includes('silenced')),
  ).toEqual(['0 kick 100 followed', '1920 kick 100 followed']);
  expect(
    shaped([{ id: 'a', rule: 'keep', voices: ['kick'] }], { changed: { s1: { velocity: 50 } } }),
  ).toContain('960 snare 50 changed');
});

test('a hit that a shape silences stays silent when it is changed, and comes back changed when told to', () => {
  let document = withPatterns(
    pattern('p', {
      parent: 'main',
      shapes: [{ id: 'a', rule: 'silence', voices: ['snare'], from: 0, to: 3840 }],
    }),
  );
  document = after(
    document,
    changeHits(document, 'p', ['s1', 'k1'], () => ({ velocity: 33 })),
  );
  expect(look(document, 'p')).toContain('960 snare 33 silenced');
  expect(look(document, 'p')).toContain('0 kick 33 changed');
  document = after(document, toggleSilenced(document, 'p', ['s1']));
  expect(look(document, 'p')).toContain('960 snare 33 changed');
  document = after(
    document,
    changeHits(document, 'p', ['s1'], () => ({ velocity: 44 })),
  );
  expect(look(document, 'p')).toContain('960 snare 44 changed');
});

test('a hit that a shape silences comes back with one edit, and goes again with another', () => {
  const document = withPatterns(
    pattern('p', { parent: 'main', shapes: [{ id: 'a', rule: 'keep', voices: ['kick'] }] }),
  );
  const back = after(document, toggleSilenced(document, 'p', ['s1']));
  expect(look(back, 'p')).toContain('960 snare 100 changed');
  const gone = after(back, toggleSilenced(back, 'p', ['s1']));
  expect(look(gone, 'p')).toContain('960 snare 100 silenced');
});

test('removing an own hit loses it, removing a followed one silences it', () => {
  const document = smallSong();
  const next = after(document, removeHits(document, 'variation', ['k3', 'k1']));
  expect(look(next, 'variation')).toContain('0 kick 100 silenced');
  expect(look(next, 'variation').join()).not.toContain('2400');
  expect(removeHits(document, 'variation', ['nobody'])).toBeNull();
});

test('following again forgets changes and silences', () => {
  const document = smallSong();
  const next = after(document, followAgain(document, 'variation', ['h1', 's2']));
  expect(countEdits(resolve(next, 'variation'))).toBe(1);
  expect(countEdits(resolve(document, 'variation'))).toBe(3);
  expect(followAgain(next, 'variation', ['h1', 's2'])).toBeNull();
});

test('changing a hit back to what is followed leaves no change behind', () => {
  const document = smallSong();
  const next = after(
    document,
    changeHits(document, 'variation', ['s2'], () => ({ velocity: 100 })),
  );
  expect(look(next, 'variation')).toContain('2880 snare 100 followed');
  expect(changeHits(document, 'variation', ['s2'], () => ({ velocity: 60 }))).toBeNull();
});

test('edits that would leave the pattern are refused with a reason', () => {
  const document = smallSong();
  expect(changeHits(document, 'main', ['k1'], () => ({ at: 3840 }))).toMatchObject({
    reason: /out of main/,
  });
  expect(addHits(document, 'main', [{ id: 'x', ...hit('kick', 4000) }])).toHaveProperty('reason');
  expect(setPatternLength(document, 'main', 100)).toHaveProperty('reason');
});

test('a shorter length hides hits and a longer one shows them again', () => {
  const document = smallSong();
  const short = after(document, setPatternLength(document, 'main', 1920));
  expect(look(short, 'main')).toHaveLength(3);
  expect(look(after(short, setPatternLength(short, 'main', 3840)), 'main')).toEqual(look(document, 'main'));
});

test('grids and accents are followed until the pattern sets its own', () => {
  let document = smallSong();
  document = after(document, setRowGrids(document, 'main', ['hat'], 6));
  document = after(document, toggleAccent(document, 'main', 960));
  expect(resolve(document, 'variation').grids).toEqual({ hat: 6 });
  expect(resolve(document, 'variation').accents).toEqual([{ at: 960 }]);
  document = after(document, toggleAccent(document, 'variation', 960));
  expect(resolve(document, 'variation').accents).toEqual([]);
  expect(resolve(document, 'main').accents).toEqual([{ at: 960 }]);
});

test('any run of edits keeps ids unique, hits inside, resolve the same without its cache, and can be undone', () => {
  const edit = fc.record({
    kind: fc.constantFrom('add', 'move', 'louder', 'remove', 'silence', 'length', 'grid', 'accent'),
    pattern: fc.constantFrom('main', 'variation', 'long'),
    pick: fc.nat(30),
    at: fc.nat(7679),
  });
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 40 }), (edits) => {
      const start = withPatterns(pattern('long', { parent: 'variation', length: 7680, window: { from: 0 } }));
      let document = start;
      const undo = [];
      for (const [n, one] of edits.entries()) {
        const hits = resolve(document, one.pattern).hits;
        const id = hits[one.pick % Math.max(1, hits.length)]?.id ?? 'none';
        const outcome = {
          add: () => addHits(document, one.pattern, [{ id: `n${n}`, ...hit('tom', one.at) }]),
          move: () => changeHits(document, one.pattern, [id], (h) => ({ at: h.at + 240 })),
          louder: () =>
            changeHits(document, one.pattern, [id], (h) => ({ velocity: Math.min(127, h.velocity + 9) })),
          remove: () => removeHits(document, one.pattern, [id]),
          silence: () => toggleSilenced(document, one.pattern, [id]),
          length: () => setPatternLength(document, one.pattern, 960 * (1 + (one.pick % 8))),
          grid: () => setRowGrids(document, one.pattern, ['hat'], one.pick % 2 ? 4 : 6),
          accent: () => toggleAccent(document, one.pattern, one.at),
        }[one.kind as 'add']();
        if (!outcome || 'reason' in outcome) continue;
        const applied = apply(document, outcome);
        undo.push(applied.inverse);
        document = applied.document;
        const fresh = documentOf(structuredClone(Object.values(document.records)));
        for (const p of ['main', 'variation', 'long']) {
          const resolved = resolve(document, p);
          expect(resolved.hits.every((h) => h.at >= 0 && h.at < resolved.pattern.length)).toBe(true);
          expect(new Set(resolved.hits.map((h) => h.id)).size).toBe(resolved.hits.length);
          expect(resolve(fresh, p).hits).toEqual(resolved.hits);
        }
      }
      for (const inverse of undo.reverse()) document = apply(document, inverse).document;
      expect(document.records).toEqual(start.records);
    }),
    tries(60, 31),
  );
});

test('a family a thousand deep resolves', () => {
  const line = Array.from({ length: 1000 }, (_, i) =>
    pattern(`d${i}`, { parent: i ? `d${i - 1}` : 'main', window: { from: 0 } }),
  );
  expect(resolve(withPatterns(...line), 'd999').hits).toHaveLength(5);
});

test('controls are followed from where the window starts, again in each round, until the pattern has its own', () => {
  const curve = { start: 0, middle: 60, end: 127, turn: 50, bend: 0 };
  const level = { kind: 'level' as const, voices: ['snare'], from: 0, to: 3840, curve };
  const document = documentOf([
    ...Object.values(smallSong().records),
    pattern('up', { controls: [level] }),
    pattern('late', { parent: 'up', window: { from: 960 }, length: 1920 }),
    pattern('long', { parent: 'up', length: 7680 }),
    pattern('still', { parent: 'up', controls: [] }),
    pattern('below', { parent: 'still' }),
  ]);
  const spans = (id: string) => resolve(document, id).controls.map(({ from, to }) => [from, to]);
  expect(spans('late')).toEqual([[-960, 2880]]);
  expect(spans('long')).toEqual([
    [0, 3840],
    [3840, 7680],
  ]);
  expect([spans('still'), spans('below'), spans('main')]).toEqual([[], [], []]);
});
