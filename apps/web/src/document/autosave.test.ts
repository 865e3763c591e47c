import 'fake-indexeddb/auto';
import { addHits } from '@plucky/core/pattern';
import {
  apply,
  type Change,
  changeFromSparse,
  documentOf,
  editSong,
  indexOf,
  rebase,
  type SongDocument,
  type SongRecord,
  sparse,
} from '@plucky/core/song';
import { blankSong } from '@plucky/songs';
import { ApiError, type MadeChange, type SaveAnswer } from '../api/client.ts';
import { laidAside } from './aside.ts';
import { type Autosave, startAutosave } from './autosave.ts';
import { recall } from './journal.ts';
import { closeKeptHere, keptHere } from './kept-here.ts';
import { applyOutcome, createDocumentStore, type DocumentStore } from './store.ts';
import { undo } from './undo.ts';
import { windowName } from './window.ts';

const records = Object.values(blankSong('Mine', 1).records);

/** A server that keeps one song and merges what comes from an earlier revision, and can be told to fail. */
class Server {
  revision = 1;
  document = documentOf(records);
  failures: number[] = [];
  requests = 0;
  /** The revisions that saves said they were made on. */
  readonly bases: number[] = [];
  /** Makes the next save done and its answer lost. */
  losesAnswer = false;
  readonly answers = new Map<string, SaveAnswer>();
  readonly kept: { readonly revision: number; readonly change: Change }[] = [];

  readonly change = (_: string, { base, id, change }: MadeChange): Promise<SaveAnswer> => {
    this.requests++;
    this.bases.push(base);
    const failure = this.failures.shift();
    if (failure !== undefined) return Promise.reject(new ApiError(failure, 'no', { statusCode: failure }));
    const answer = this.answers.get(id) ?? this.#save(base, change);
    this.answers.set(id, answer);
    if (!this.losesAnswer) return Promise.resolve(answer);
    this.losesAnswer = false;
    return Promise.reject(new ApiError(0, 'The server does not answer.'));
  };

  readonly song = () =>
    Promise.resolve({ revision: this.revision, records: Object.values(this.document.records) });

  #save(base: number, asked: Change): SaveAnswer {
    const isFresh = base === this.revision;
    const done = rebase(asked, this.document);
    this.put(done.document, done.change);
    const changes = this.kept.filter(({ revision }) => revision > base).map(told);
    const left = Object.values(done.left).some((one) => Object.keys(one as object).length);
    return {
      revision: this.revision,
      ...(isFresh ? {} : { merged: true, changes }),
      ...(left ? { left: sparse(done.left) as SaveAnswer['left'] & object } : {}),
    };
  }

  put(document: SongDocument, change: Change): void {
    this.document = document;
    this.kept.push({ revision: ++this.revision, change });
  }

  /** An edit of another window. */
  edit(make: (document: SongDocument) => ReturnType<typeof addHits>) {
    const outcome = make(this.document);
    if (!outcome || 'reason' in outcome) throw new Error('It did nothing.');
    const { document, change } = apply(this.document, outcome);
    this.put(document, change);
    return told({ revision: this.revision, change });
  }
}

const told = ({ revision, change }: { revision: number; change: Change }) => ({
  revision,
  label: 'elsewhere',
  by: 'other',
  change: JSON.parse(JSON.stringify(sparse(change))) as ReturnType<typeof sparse> & { added: SongRecord[] },
});

const hit = (at: number, velocity = 90) => ({
  voice: 'kick',
  at,
  velocity,
  length: 120,
  offsetMs: 0,
  pitch: 0,
});
const adding =
  (id: string, at: number, voice = 'kick') =>
  (document: SongDocument) =>
    addHits(document, 'main', [{ id, ...hit(at), voice }]);
const addAt = (store: DocumentStore, id: string, at: number) =>
  applyOutcome(store, adding(id, at)(store.getState().document));
const hitsOf = (document: SongDocument) => Object.keys(indexOf(document).pattern('main')?.own ?? {}).sort();

let server: Server;
let store: DocumentStore;
let autosave: Autosave;
const aside = jest.fn();
const open = () =>
  createDocumentStore('s', { revision: server.revision, records: Object.values(server.document.records) });
const start = (of: DocumentStore) => startAutosave(of, mine, server, { isShared: () => false, aside });
/** Lets everything happen that is to come, storage included. */
const settled = async (ms = 120_000) => {
  for (let i = 0; i < 12; i++) {
    await jest.advanceTimersByTimeAsync(ms / 12);
    await new Promise((resolve) => setImmediate(resolve));
  }
};

let mine = '';
beforeAll(async () => {
  mine = await windowName();
});

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'clearImmediate', 'queueMicrotask'] });
  localStorage.clear();
  aside.mockClear();
  server = new Server();
  store = open();
  autosave = start(store);
});
afterEach(async () => {
  autosave.stop();
  await settled(1000);
  jest.useRealTimers();
  await closeKeptHere();
  indexedDB.deleteDatabase('plucky-verse');
});

const unsaved = async () => (await keptHere()).getAll('unsaved');

test('edits are saved together shortly after, and nothing is sent when they were undone', async () => {
  addAt(store, 'a', 0);
  addAt(store, 'b', 240);
  expect(store.getState().saving.kind).toBe('waiting');
  await settled();
  expect(server.requests).toBe(1);
  expect(hitsOf(server.document)).toEqual(['a', 'b']);
  expect(store.getState()).toMatchObject({ revision: 2, saving: { kind: 'saved' }, outbox: [] });
  expect(store.getState().saved).toBe(store.getState().document);
  addAt(store, 'c', 480);
  undo(store);
  await settled();
  expect(server.requests).toBe(1);
  expect(store.getState().saving.kind).toBe('saved');
  expect(await unsaved()).toEqual([]);
});

test('a server that does not answer is tried again until it has the edits', async () => {
  server.failures = [0, 503, 408, 425, 429];
  addAt(store, 'a', 0);
  await settled(600);
  expect(store.getState().saving).toMatchObject({ kind: 'failed' });
  expect(store.getState().keeping).toBe('kept');
  await settled();
  expect(server.requests).toBe(6);
  expect(hitsOf(server.document)).toEqual(['a']);
  expect(store.getState().saving.kind).toBe('saved');
});

test('a lost answer does not save twice, and later edits stay', async () => {
  server.losesAnswer = true;
  addAt(store, 'a', 0);
  await settled(600);
  addAt(store, 'b', 240);
  await settled();
  expect([server.revision, hitsOf(server.document)]).toEqual([3, ['a', 'b']]);
  expect(hitsOf(store.getState().document)).toEqual(['a', 'b']);
});

test('what another window has made joins what is made here, whichever is heard first', async () => {
  const before = server.edit(adding('theirs', 480));
  addAt(store, 'a', 0);
  await settled();
  expect(hitsOf(server.document)).toEqual(['a', 'theirs']);
  expect(hitsOf(store.getState().document)).toEqual(['a', 'theirs']);
  autosave.take([before]);
  const event = server.edit(adding('more', 960));
  addAt(store, 'b', 240);
  autosave.take([event]);
  expect(hitsOf(store.getState().document)).toEqual(['a', 'b', 'more', 'theirs']);
  await settled();
  expect(hitsOf(server.document)).toEqual(['a', 'b', 'more', 'theirs']);
  // Undo is of this window's own edits.
  undo(store);
  undo(store);
  expect(undo(store)).toBeNull();
  await settled();
  expect(hitsOf(server.document)).toEqual(['more', 'theirs']);
});

test('an edit says the revision that it was made on, also after the one before it was merged', async () => {
  server.edit(adding('theirs', 480));
  server.failures = [503];
  addAt(store, 'a', 0);
  await settled(600);
  addAt(store, 'b', 240);
  await settled();
  expect(server.bases).toEqual([1, 1, 1]);
  expect(hitsOf(server.document)).toEqual(['a', 'b', 'theirs']);
  addAt(store, 'c', 720);
  await settled(600);
  addAt(store, 'd', 960);
  await settled();
  expect(server.bases.slice(3)).toEqual([4, 5]);
  expect(store.getState().saved).toBe(store.getState().document);
});

test('after a gap the song is fetched anew, and edits stay on it', async () => {
  server.edit(adding('missed', 480));
  const late = server.edit(adding('late', 960));
  autosave.take([late]);
  addAt(store, 'a', 0);
  await settled();
  expect(hitsOf(store.getState().document)).toEqual(['a', 'late', 'missed']);
  expect(hitsOf(server.document)).toEqual(['a', 'late', 'missed']);
});

test('an edit whose place is gone is laid aside, and the rest of it is saved', async () => {
  applyOutcome(store, adding('crash', 0, 'crash')(store.getState().document));
  applyOutcome(store, adding('snare', 960, 'snare')(store.getState().document));
  server.edit(() => ({ label: 'no crash', put: [], remove: ['crash'] }));
  await settled();
  expect(hitsOf(server.document)).toEqual(['snare']);
  expect(hitsOf(store.getState().document)).toEqual(['snare']);
  expect(aside).toHaveBeenCalledTimes(1);
  const { edits } = await laidAside('s');
  expect(edits).toHaveLength(1);
  const after = edits[0]?.change.updated['main']?.[1];
  expect(after?.kind === 'pattern' && Object.keys(after.own)).toEqual(['crash']);
  expect(edits[0]?.around.map(({ id }) => id)).toContain('crash');
});

test('an edit that the server refuses is laid aside, and those after it are saved', async () => {
  server.failures = [422];
  addAt(store, 'a', 0);
  await settled(500);
  addAt(store, 'b', 240);
  await settled();
  expect(hitsOf(server.document)).toEqual(['b']);
  expect(hitsOf(store.getState().document)).toEqual(['b']);
  expect((await laidAside('s')).edits).toHaveLength(1);
});

test('a song that is gone ends saving, and its edits stay kept', async () => {
  server.failures = Array.from({ length: 9 }, () => 404);
  addAt(store, 'a', 0);
  await settled();
  expect(store.getState().saving.kind).toBe('ended');
  expect(server.requests).toBe(1);
  expect(await unsaved()).toHaveLength(1);
});

test('a page that is left before its edits are saved has them again, and can undo them, when it comes back', async () => {
  server.failures = Array.from({ length: 50 }, () => 0);
  addAt(store, 'a', 0);
  await settled(600);
  addAt(store, 'b', 240);
  autosave.stop();
  await settled(50);
  server.failures = [];
  const theirs = server.edit(adding('theirs', 480));
  expect(theirs.revision).toBe(2);
  const next = open();
  await recall(next);
  expect(hitsOf(next.getState().document)).toEqual(['a', 'b', 'theirs']);
  autosave = start(next);
  await settled();
  expect(hitsOf(server.document)).toEqual(['a', 'b', 'theirs']);
  expect(await unsaved()).toEqual([]);
  expect(undo(next)?.label).toBe('add a hit');
  await settled();
  expect(hitsOf(server.document)).toEqual(['a', 'theirs']);
});

test('a page that is gone before its browser has written anything leaves its edits to the next one', async () => {
  server.failures = Array.from({ length: 50 }, () => 0);
  addAt(store, 'a', 0);
  await settled(600);
  // As when the page goes within the write: the database stands as it was.
  const stuck = jest.spyOn(IDBDatabase.prototype, 'transaction').mockImplementation(() => {
    throw new DOMException('gone', 'InvalidStateError');
  });
  undo(store);
  addAt(store, 'b', 240);
  window.dispatchEvent(new Event('pagehide'));
  autosave.stop();
  await settled(50);
  stuck.mockRestore();
  expect((await unsaved()).map((entry) => entry.label)).toEqual(['add a hit']);
  server.failures = [];
  const next = open();
  expect(await recall(next)).toEqual({ entries: 2, unreadable: 0 });
  expect(hitsOf(next.getState().document)).toEqual(['b']);
  expect(localStorage).toHaveLength(0);
  expect(undo(next)?.label).toBe('add a hit');
  expect(hitsOf(next.getState().document)).toEqual([]);
  autosave = start(next);
  await settled();
  expect(await unsaved()).toEqual([]);
});

test('an undo is left behind as well: what it took back does not return', async () => {
  addAt(store, 'a', 0);
  await settled(200);
  expect(await unsaved()).toHaveLength(1);
  undo(store);
  window.dispatchEvent(new Event('pagehide'));
  const next = open();
  autosave.stop();
  expect(await recall(next)).toEqual({ entries: 0, unreadable: 0 });
  expect(hitsOf(next.getState().document)).toEqual([]);
  expect([await unsaved(), localStorage.length, server.requests]).toEqual([[], 0, 0]);
});

test('what windows left behind that are gone is recalled by the next one, each in its order', async () => {
  const left = open();
  const elsewhere = applyOutcome(left, editSong(left.getState().document, { tempo: 77 }, 'tempo'));
  expect(elsewhere).toBeNull();
  const [entry] = left.getState().outbox;
  if (!entry) throw new Error('Nothing was edited.');
  const { id, base, label, change } = entry;
  const kept = { song: 's', window: 'gone', n: 0, id, base, label, change, at: 1, format: 8, around: [] };
  await (await keptHere()).put('unsaved', kept);
  await (await keptHere()).put('unsaved', { ...kept, song: 'another', n: 3 });
  const next = open();
  expect(await recall(next)).toEqual({ entries: 1, unreadable: 0 });
  expect(indexOf(next.getState().document).song.tempo).toBe(77);
  expect((await unsaved()).map((one) => [one.song, one.window === 'gone'])).toEqual([
    ['another', true],
    ['s', false],
  ]);
});

test('edits that cannot be read are told and left as they are; those of an older program are brought up', async () => {
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
  expect(localStorage).toHaveLength(0);

  const change = changeFromSparse(documentOf(records), { added: [], updated: {}, removed: ['main'] });
  const newer = {
    song: 'new',
    window: 'gone',
    n: 0,
    id: 'x',
    base: 1,
    label: 'x',
    change,
    at: 1,
    format: 99,
    around: [],
  };
  await (await keptHere()).put('unsaved', newer);
  const kept = createDocumentStore('new', { revision: 1, records });
  expect(await recall(kept)).toEqual({ entries: 0, unreadable: 1 });
  expect(indexOf(kept.getState().document).pattern('main')).toBeDefined();
  expect((await unsaved()).filter((one) => one.song === 'new')).toHaveLength(1);
});

test('a browser that keeps nothing says so, and edits are saved all the same', async () => {
  const blocked = jest.spyOn(IDBFactory.prototype, 'open').mockImplementation(() => {
    throw new DOMException('no', 'SecurityError');
  });
  await closeKeptHere();
  server.failures = [0];
  addAt(store, 'a', 0);
  await settled(600);
  expect(store.getState().keeping).toBe('not kept');
  await settled();
  expect(hitsOf(server.document)).toEqual(['a']);
  blocked.mockRestore();
});
