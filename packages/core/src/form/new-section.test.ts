import { documentOf, indexOf } from '../song/index.ts';
import { after, DRUMS, KICK, pattern, smallSong, song } from '../testing/songs.ts';
import { addSlots } from './arrange-slots.ts';
import { addSection } from './edit-form.ts';
import { newSection, newSlot } from './new-section.ts';

const ids = { section: 'fresh', slot: 'first' };

test('a new section is a phrase of the first pattern that has hits, under a name of its own', () => {
  const document = smallSong();
  const made = newSection(document, 'verse', ids);
  expect(made).toMatchObject({ id: 'fresh', name: 'Verse', role: 'verse' });
  expect(made.slots).toEqual([
    { id: 'first', length: 4 * 3840, layers: [expect.objectContaining({ pattern: 'main' })] },
  ]);
  const next = after(document, addSection(document, made, 'o2'));
  expect(newSection(next, 'verse', { section: 'more', slot: 's' }).name).toBe('Verse 2');
});

test('in a song whose patterns are empty a new section has a slot that is silent', () => {
  const empty = documentOf([song(), DRUMS, KICK, pattern('main')]);
  expect(newSection(empty, 'intro', ids).slots).toEqual([{ id: 'first', length: 4 * 3840, layers: [] }]);
});

test('a new slot plays what the one before it plays, for a phrase', () => {
  const document = smallSong();
  const verse = indexOf(document).section('verse');
  if (!verse) throw new Error('no verse');
  const made = newSlot(document, verse, 'new');
  expect(made).toMatchObject({ id: 'new', length: 4 * 3840 });
  expect(made.layers.map((layer) => layer.pattern)).toEqual(['variation']);
  const like = newSlot(document, verse, 'new', verse.slots[0]);
  expect(like.layers.map((layer) => layer.pattern)).toEqual(['main']);
  const next = after(document, addSlots(document, 'verse', [made], 2));
  expect(
    indexOf(next)
      .section('verse')
      ?.slots.map((slot) => slot.id),
  ).toEqual(['a', 'b', 'new']);
});
