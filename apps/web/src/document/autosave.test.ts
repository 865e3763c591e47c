import { addHits, apply, type ChangeSet, documentOf, indexOf, type SongRecord } from '@plucky/core';
import { blankSong } from '@plucky/songs';
import { ApiError } from '../api/client.ts';
import { startAutosave } from './autosave.ts';
import { recall } from './journal.ts';
import { createDocumentStore, type DocumentStore, take, undo } from './store.ts';

const records = Object.values(blankSong('Mine', 1).records);

/** A server that keeps one song, and can be told to fail. */
class Server {
  revision = 1;
  document = documentOf(records);
  failures: number[] = [];
  requests = 0;

  readonly change = (_: string, base: number, change: ChangeSet): Promise<{ revision: number }> => {
    this.requests++;
    const failure = this.failures.shift();
    if (failure !== undefined) return Promise.reject(new ApiError(failure, 'no'));
    if (base !== this.revision) return Promise.reject(new ApiError(409, 'stale'));
    this.document = apply(this.document, change).document;
    return Promise.resolve({ revision: ++this.revision });
  };
}

const addAt = (store: DocumentStore, id: string, at: number) =>
  take(
    store,
    addHits(store.getState().document, 'main', [
      { id, voice: 'kick', at, velocity: 90, length: 120, offsetMs: 0, pitch: 0 },
    ]),
  );
const hitsOf = (list: Readonly<Record<string, SongRecord>>) =>
  Object.keys(indexOf({ records: list }).pattern('main')?.own ?? {});

let server: Server;
let store: DocumentStore;
let stop: () => void;

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  server = new Server();
  store = createDocumentStore('s', { revision: 1, records });
  stop = startAutosave(store, server.change);
});
afterEach(() => {
  stop();
  jest.useRealTimers();
});

test('edits are saved together shortly after, and nothing is sent when they were undone', async () => {
  addAt(store, 'a', 0);
  addAt(store, 'b', 240);
  expect(store.getState().saving.kind).toBe('waiting');
  await jest.runAllTimersAsync();
  expect(server.requests).toBe(1);
  expect(hitsOf(server.document.records)).toEqual(['a', 'b']);
  expect(store.getState()).toMatchObject({ revision: 2, saving: { kind: 'saved' } });
  addAt(store, 'c', 480);
  undo(store);
  await jest.runAllTimersAsync();
  expect(server.requests).toBe(1);
  expect(store.getState().saving.kind).toBe('saved');
});

test('a server that does not answer is tried again until it has the edits', async () => {
  server.failures = [0, 503];
  addAt(store, 'a', 0);
  await jest.advanceTimersByTimeAsync(500);
  expect(store.getState().saving).toMatchObject({ kind: 'failed' });
  await jest.runAllTimersAsync();
  expect(server.requests).toBe(3);
  expect(hitsOf(server.document.records)).toEqual(['a']);
  expect(store.getState().saving.kind).toBe('saved');
});

test('a song that was changed elsewhere is not overwritten, and the edits stay', async () => {
  server.revision = 5;
  addAt(store, 'a', 0);
  await jest.runAllTimersAsync();
  expect(store.getState().saving.kind).toBe('conflict');
  addAt(store, 'b', 240);
  await jest.runAllTimersAsync();
  expect(server.requests).toBe(1);
  expect(hitsOf(store.getState().document.records)).toEqual(['a', 'b']);
});

test('a page that is left before its edits are saved has them again when it comes back', async () => {
  server.failures = Array.from({ length: 50 }, () => 0);
  addAt(store, 'a', 0);
  await jest.advanceTimersByTimeAsync(500);
  stop();
  server.failures = [];
  const next = createDocumentStore('s', {
    revision: server.revision,
    records: Object.values(server.document.records),
  });
  await recall(next);
  expect(hitsOf(next.getState().document.records)).toEqual(['a']);
  stop = startAutosave(next, server.change);
  await jest.runAllTimersAsync();
  expect(hitsOf(server.document.records)).toEqual(['a']);
  expect(localStorage.length).toBe(0);
});

test('edits left behind on an older revision are held back as a conflict, unless the server has them', async () => {
  addAt(store, 'a', 0);
  const older = createDocumentStore('s', { revision: 9, records });
  await recall(older);
  expect(older.getState().saving.kind).toBe('conflict');
  const same = createDocumentStore('s', {
    revision: 9,
    records: Object.values(store.getState().document.records),
  });
  await recall(same);
  expect(same.getState().saving.kind).toBe('saved');
});

test('edits that an older program left in this browser are brought up, and those of a newer one are left alone', async () => {
  const song = records.find((record) => record.kind === 'song');
  const put = [{ ...song, name: 'Kept\u202e here' }];
  localStorage.setItem(
    'plucky-verse.unsaved.old',
    JSON.stringify({ base: 1, change: { label: 'x', put, remove: [] } }),
  );
  const older = createDocumentStore('old', { revision: 1, records });
  await recall(older);
  expect(indexOf(older.getState().document).song.name).toBe('Kept  here');
  expect(older.getState().saving.kind).toBe('waiting');

  const newer = JSON.stringify({ format: 99, base: 1, change: { label: 'x', put, remove: [] } });
  localStorage.setItem('plucky-verse.unsaved.new', newer);
  const kept = createDocumentStore('new', { revision: 1, records });
  await recall(kept);
  expect(indexOf(kept.getState().document).song.name).toBe('Mine');
  expect(localStorage.getItem('plucky-verse.unsaved.new')).toBe(newer);
});

test('the browser keeps an edit at once, the steps of a drag now and then, and the last when the page is left', async () => {
  const key = 'plucky-verse.unsaved.s';
  const written = jest.spyOn(Storage.prototype, 'setItem');
  for (let i = 0; i < 30; i++) addAt(store, `h${i}`, i * 10);
  expect(written).toHaveBeenCalledTimes(1);
  await jest.advanceTimersByTimeAsync(200);
  expect(written).toHaveBeenCalledTimes(2);
  expect(localStorage.getItem(key)).toContain('h29');
  addAt(store, 'late', 900);
  addAt(store, 'later', 910);
  window.dispatchEvent(new Event('pagehide'));
  expect(localStorage.getItem(key)).toContain('later');
  written.mockRestore();
});
