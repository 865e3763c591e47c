import { addHits, changeHits } from '@plucky/core/pattern';
import {
  DRAFTS,
  type Drafts,
  indexOf,
  NO_CHANGE,
  NO_DRAFTS,
  serialize,
  type SongDocument,
} from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { applyOutcome, createDocumentStore, goBack } from './store.ts';
import { nextDeeds, redo, undo } from './undo.ts';
import { whereIs } from './where.ts';

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
    expect(applyOutcome(store, add(store.getState().document, `h${i}`, i * 240))).toBeNull();
  const after = serialize(store.getState().document);
  for (let i = 0; i < 5; i++) expect(undo(store)?.label).toBe('add a hit');
  expect(undo(store)).toBeNull();
  expect(serialize(store.getState().document)).toBe(before);
  while (redo(store));
  expect(serialize(store.getState().document)).toBe(after);
});

test('a new edit forgets what was undone', () => {
  const store = open();
  applyOutcome(store, add(store.getState().document, 'a', 0));
  undo(store);
  applyOutcome(store, add(store.getState().document, 'b', 0));
  expect(redo(store)).toBeNull();
  expect(Object.keys(own(store))).toEqual(['b']);
});

test('edits of one gesture are one undo', () => {
  const store = open();
  applyOutcome(store, add(store.getState().document, 'a', 0));
  for (const velocity of [80, 70, 60])
    applyOutcome(
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

/** Drafts of the ends of as many grooves. */
const drafts = (count: number): Drafts => ({
  ...NO_DRAFTS,
  ends: Array.from({ length: count }, (_, i) => ({
    groove: `g${i}`,
    last: 960,
    endingLast: 960,
    silent: [],
    pulse: null,
    pickUp: null,
    stop: null,
    stopRows: [],
    stopVelocity: 100,
    othersStop: true,
  })),
});
const lay = (store: ReturnType<typeof open>, count: number) =>
  applyOutcome(store, { label: `lay ${count}`, put: [drafts(count)], remove: [] });
const laid = (store: ReturnType<typeof open>) => indexOf(store.getState().document).drafts?.ends.length ?? 0;

test('the song and its drafts are undone each by themselves', () => {
  const store = open();
  applyOutcome(store, add(store.getState().document, 'a', 0));
  lay(store, 1);
  lay(store, 2);
  expect(undo(store)?.label).toBe('add a hit');
  expect([laid(store), Object.keys(own(store))]).toEqual([2, []]);
  expect(undo(store, 'drafts')?.label).toBe('lay 2');
  expect(undo(store, 'drafts')?.label).toBe('lay 1');
  expect(undo(store, 'drafts')).toBeNull();
  expect(laid(store)).toBe(0);
  redo(store, 'drafts');
  redo(store, 'drafts');
  redo(store);
  expect([laid(store), Object.keys(own(store))]).toEqual([2, ['a']]);
});

test('what a draft made of the song is undone there first, and then the song, so that nothing that can be undone is out of reach', () => {
  const store = open();
  const now = () => store.getState().document;
  applyOutcome(store, add(now(), 'a', 0));
  applyOutcome(store, add(now(), 'kept', 960), null, true);
  expect(undo(store, 'drafts')?.label).toBe('add a hit');
  expect(Object.keys(own(store))).toEqual(['a']);
  redo(store, 'drafts');
  applyOutcome(store, add(now(), 'b', 1920));
  undo(store, 'drafts');
  expect(Object.keys(own(store))).toEqual(['a', 'kept']);
  undo(store, 'drafts');
  undo(store, 'drafts');
  expect(Object.keys(own(store))).toEqual([]);
  expect(nextDeeds(store.getState(), 'drafts').undo).toBeNull();
  lay(store, 1);
  expect(nextDeeds(store.getState(), 'song').undo?.label).toBe('lay 1');
});

test('going back to an earlier song and undoing that leaves the drafts made since', () => {
  const store = open();
  applyOutcome(store, add(store.getState().document, 'a', 0));
  lay(store, 1);
  applyOutcome(store, goBack(store.getState().document, song, 'go back'));
  expect(store.getState().document.records[DRAFTS]).toBeUndefined();
  lay(store, 3);
  undo(store);
  expect(laid(store)).toBe(3);
});

test('what does not apply changes nothing and says why', () => {
  const store = open();
  const before = store.getState().document;
  expect(applyOutcome(store, add(before, 'a', 99_999))).toMatch(/ends before that place/);
  expect(applyOutcome(store, { label: 'x', put: [], remove: ['nobody'] })).toMatch(/Nothing was changed/);
  expect(applyOutcome(store, null)).toBeNull();
  expect(store.getState().document).toBe(before);
  expect(undo(store)).toBeNull();
});

test('a change is told with the place where it is seen', () => {
  const store = open();
  const last = () => nextDeeds(store.getState(), 'song').undo?.change ?? NO_CHANGE;
  applyOutcome(store, add(store.getState().document, 'a', 0));
  expect(whereIs(last())).toEqual({ room: 'groove', words: 'in Main groove', pattern: 'main' });
  const section = { id: 'verse', kind: 'section' as const, name: 'Verse', role: 'verse' as const, slots: [] };
  applyOutcome(store, { label: 'add', put: [section], remove: [] });
  expect(whereIs(last())).toEqual({ room: 'sheet', words: 'on the sheet, Verse' });
  expect(whereIs(NO_CHANGE).room).toBeNull();
});
