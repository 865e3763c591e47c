import { addHits, changeHits, indexOf, serialize, type SongDocument } from '@plucky/core';
import { blankSong } from '@plucky/songs';
import { createDocumentStore, redo, take, undo } from './store.ts';

const song = blankSong('Mine', 1);
const open = () => createDocumentStore('s', { revision: 1, records: Object.values(song.records) });
const hit = (at: number) => ({ voice: 'kick', at, velocity: 90, length: 120, offsetMs: 0, pitch: 0 });
const add = (document: SongDocument, id: string, at: number) =>
  addHits(document, 'main', [{ id, ...hit(at) }]);
const own = (store: ReturnType<typeof open>) => indexOf(store.getState().document).pattern('main')?.own ?? {};

test('edits are undone and done again, back to the very bytes', () => {
  const store = open();
  const before = serialize(store.getState().document);
  for (let i = 0; i < 5; i++)
    expect(take(store, add(store.getState().document, `h${i}`, i * 240))).toBeNull();
  const after = serialize(store.getState().document);
  for (let i = 0; i < 5; i++) expect(undo(store)).toBe('add a hit');
  expect(undo(store)).toBeNull();
  expect(serialize(store.getState().document)).toBe(before);
  while (redo(store));
  expect(serialize(store.getState().document)).toBe(after);
});

test('a new edit forgets what was undone', () => {
  const store = open();
  take(store, add(store.getState().document, 'a', 0));
  undo(store);
  take(store, add(store.getState().document, 'b', 0));
  expect(redo(store)).toBeNull();
  expect(Object.keys(own(store))).toEqual(['b']);
});

test('edits of one gesture are one undo', () => {
  const store = open();
  take(store, add(store.getState().document, 'a', 0));
  for (const velocity of [80, 70, 60])
    take(
      store,
      changeHits(store.getState().document, 'main', ['a'], () => ({ velocity })),
      'drag',
    );
  expect(own(store)['a']?.velocity).toBe(60);
  undo(store);
  expect(own(store)['a']?.velocity).toBe(90);
  redo(store);
  expect(own(store)['a']?.velocity).toBe(60);
});

test('what does not apply changes nothing and says why', () => {
  const store = open();
  const before = store.getState().document;
  expect(take(store, add(before, 'a', 99_999))).toMatch(/ends before that place/);
  expect(take(store, { label: 'x', put: [], remove: ['nobody'] })).toMatch(/Nothing was changed/);
  expect(take(store, null)).toBeNull();
  expect(store.getState().document).toBe(before);
  expect(undo(store)).toBeNull();
});
