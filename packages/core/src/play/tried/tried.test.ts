import { addHits } from '../../pattern/index.ts';
import { isChange, keepReference, moveReference, type Reference, removeReference } from '../../song/index.ts';
import { after, hit, layer, pattern, smallSong } from '../../testing/songs.ts';
import { compile } from '../timeline/compile.ts';
import { compareWith, counterpartOf } from './counterpart.ts';
import { tryFill } from './fill.ts';
import { tryEdit, tryInSection } from './tried.ts';

const song = smallSong();
const voices = ({ document, scope }: ReturnType<typeof tryEdit>) =>
  compile(document, scope).events.map((event) => `${event.tick} ${event.voice}`);

test('an edit is tried on a song of its own, and the song stays as it was', () => {
  const before = JSON.stringify(song);
  const outcome = addHits(song, 'main', [{ id: 't1', ...hit('tom', 3360) }]);
  if (!isChange(outcome)) throw new Error('no change');
  expect(voices(tryEdit(song, outcome, 'main'))).toContain('3360 tom');
  expect(JSON.stringify(song)).toBe(before);
});

test('records that are not in the song are heard in a section of their own', () => {
  const tom = pattern('toms', { own: { t: hit('tom', 0) } });
  const tried = tryInSection(song, [tom], {
    slots: [{ id: 'only', length: 7680, layers: [layer('toms')] }],
  });
  expect(voices(tried)).toEqual(['0 tom', '3840 tom']);
});

test('a fill stands between its groove and the bar in which it lands', () => {
  const fill = pattern('fill', { role: 'fill', own: { f: hit('tom', 0) } });
  const heard = voices(tryFill(song, 'main', fill, { voice: 'open', velocity: 90 }));
  expect(heard).toContain('3840 tom');
  expect(heard).toContain('7680 open');
});

test('a pattern is compared with what it follows unless something else is chosen', () => {
  expect(counterpartOf(song, 'variation', null)).toEqual({ kind: 'pattern', pattern: 'main' });
  expect(counterpartOf(song, 'main', null)).toEqual({ kind: 'pattern', pattern: 'variation' });
  expect(counterpartOf(song, 'main', { kind: 'pattern', pattern: 'gone' })).toEqual({
    kind: 'pattern',
    pattern: 'variation',
  });
  const comparison = compareWith(song, 'variation', { kind: 'pattern', pattern: 'main' });
  expect(comparison?.differences.length).toBe(3);
  expect(compareWith(song, 'variation', { kind: 'pattern', pattern: 'gone' })).toBeNull();
});

test('a reference is kept, moved, compared with and heard by the rows that it matches, and removed', () => {
  const reference: Reference = {
    id: 'r',
    kind: 'reference',
    name: 'Bass',
    shift: 0,
    notes: [
      [0, 240, 36, 90],
      [1920, 240, 36, 90],
      [960, 240, 99, 90],
    ],
  };
  const with_ = after(song, keepReference(reference));
  const comparison = compareWith(with_, 'main', { kind: 'reference', reference: 'r', from: 0 });
  expect(comparison?.unmatched).toBe(1);
  expect(comparison && voices(comparison.heard)).toEqual(['0 kick', '1920 kick']);
  const moved = after(with_, moveReference(with_, 'r', 3840));
  expect(moveReference(moved, 'r', 3840)).toBeNull();
  expect(after(moved, removeReference(moved, 'r'))).toEqual(song);
  expect(removeReference(song, 'r')).toEqual({ reason: 'That reference is gone.' });
});
