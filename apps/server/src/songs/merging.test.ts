import { get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { playAsFollower } from '@plucky/core/form';
import {
  apply,
  changeFromSparse,
  changeOf,
  documentOf,
  type Pattern,
  type SongRecord,
  sparse,
  type SparseChange,
} from '@plucky/core/song';
import { useApp } from '../testing/app.ts';
import { byId, hit, recordOf, songsOf } from '../testing/songs.ts';
import type { EventFace, SaveAnswer } from './save.ts';

const { api, app } = useApp({ shared: true });
const { newSong, contents, save } = songsOf(api);

/** A change of records as a page sends it. */
const changed = (
  records: readonly SongRecord[],
  put: readonly SongRecord[],
  remove: readonly string[] = [],
) => sparse(changeOf(documentOf(records), { put, remove }));
const send = (id: string, base: number, change: SparseChange, more: object = {}) =>
  api()
    .post(`/api/songs/${id}/changes`)
    .send({ base, label: 'try', change, ...more });
const answer = async (asked: ReturnType<typeof send>) => (await asked.expect(200)).body as SaveAnswer;
const withHits = (records: readonly SongRecord[], ...ids: readonly string[]): Pattern => {
  const main = recordOf(records, 'pattern', 'main');
  return {
    ...main,
    own: { ...main.own, ...Object.fromEntries(ids.map((id, i) => [id, hit(120 * (i + 1))])) },
  };
};
const hitsOf = async (id: string) =>
  Object.keys(recordOf((await contents(id)).records, 'pattern', 'main').own).sort();

test('changes of one revision are both kept; the later one is told what it missed', async () => {
  const { id, records } = await newSong();
  expect(await answer(send(id, 1, changed(records, [withHits(records, 'a')])))).toEqual({ revision: 2 });
  const late = await answer(send(id, 1, changed(records, [withHits(records, 'b', 'c')])));
  expect(late).toMatchObject({ revision: 3, merged: true, changes: [{ revision: 2 }, { revision: 3 }] });
  expect(late.overwritten).toBeUndefined();
  expect(await hitsOf(id)).toEqual(['a', 'b', 'c']);
  const replayed = (late.changes ?? []).reduce(
    (document, { change }) => apply(document, changeFromSparse(document, change)).document,
    documentOf(records),
  );
  expect(replayed).toEqual(documentOf((await contents(id)).records));
  await save(id, 1, [withHits(records, 'd')]).expect(409);
});

test('on one hit the later save wins, and what it has overwritten is told', async () => {
  const { id, records } = await newSong();
  const first = withHits(records, 'a');
  await send(id, 1, changed(records, [first])).expect(200);
  const now = (await contents(id)).records;
  const loud = (velocity: number) =>
    changed(now, [{ ...first, own: { ...first.own, a: hit(120, velocity) } }]);
  await send(id, 2, loud(50)).expect(200);
  const late = await answer(send(id, 2, loud(120)));
  expect(JSON.stringify(late.overwritten)).toContain('"velocity":50');
  expect(recordOf((await contents(id)).records, 'pattern', 'main').own['a']?.velocity).toBe(120);
});

test('a window that is behind has overwritten nothing of its own, and each save is merged by itself', async () => {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  const mine = (own: object) =>
    send(id, 1, changed(records, [{ ...main, own: { ...main.own, ...own } }]), { by: 'w' });
  await send(id, 1, changed(records, [], ['crash'])).expect(200);
  await mine({ s: { ...hit(960), voice: 'snare' } }).expect(200);
  const again = await answer(mine({ s: { ...hit(960), voice: 'snare', velocity: 9 } }));
  expect(again).toMatchObject({ revision: 4, merged: true });
  expect(again.overwritten).toBeUndefined();
  const late = await answer(mine({ c: { ...hit(0), voice: 'crash' }, k: { ...hit(480), voice: 'kick' } }));
  expect(JSON.stringify(late.left)).toContain('"voice":"crash"');
  expect(await hitsOf(id)).toEqual(['k', 's']);
});

test('a hit on a row that is gone is left out and told; all else is done', async () => {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  await send(id, 1, changed(records, [], ['crash'])).expect(200);
  const own = { ...main.own, c: { ...hit(0), voice: 'crash' }, s: { ...hit(960), voice: 'snare' } };
  const late = await answer(send(id, 1, changed(records, [{ ...main, own }])));
  expect(JSON.stringify(late.left)).toContain('"voice":"crash"');
  expect(await hitsOf(id)).toEqual(['s']);
  // Once nothing of it has a place there is no revision of it either.
  const none = await answer(send(id, 1, changed(records, [{ ...main, own: { ...main.own, c: own.c } }])));
  expect(none).toMatchObject({ revision: 3, merged: true, left: expect.anything() });
  expect((await contents(id)).revision).toBe(3);
});

test('a save that is sent again gets its first answer, and is done once', async () => {
  const { id, records } = await newSong();
  const change = changed(records, [withHits(records, 'a')]);
  const first = await answer(send(id, 1, change, { id: 'mine' }));
  await send(id, 2, changed((await contents(id)).records, [], ['crash'])).expect(200);
  const again = await answer(send(id, 1, change, { id: 'mine' }));
  expect(again.revision).toBe(first.revision);
  expect((await contents(id)).revision).toBe(3);
});

test('an edit of a followed section reaches its followers, whoever sends it', async () => {
  const { id, records } = await newSong('demo:salt-waltz');
  const document = documentOf(records);
  const verse = recordOf(records, 'section');
  const asked = playAsFollower(document, verse.id, { section: 'two', occurrence: 'o-two' });
  if (!asked || 'reason' in asked) throw new Error('no follower');
  await save(id, 1, asked.put, asked.remove).expect(200);
  const now = (await contents(id)).records;
  const longer = {
    ...verse,
    slots: verse.slots.map((slot, i) => (i ? slot : { ...slot, length: slot.length * 2 })),
  };
  const plain = { ...asked.put.find((record) => record.id === verse.id), ...longer };
  await save(id, 2, [plain]).expect(200);
  const two = recordOf((await contents(id)).records, 'section', 'two');
  expect(two.slots[0]?.length).toBe(longer.slots[0]?.length);
  expect(recordOf(now, 'section', 'two').slots[0]?.length).not.toBe(two.slots[0]?.length);
});

test('what names nothing of the song that it was made on is refused whole, however much of it there is', async () => {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  const line = Array.from({ length: 300 }, (_, i) => ({
    ...main,
    id: `p${i}`,
    parent: i ? `p${i - 1}` : 'main',
  }));
  const change = { added: line, updated: {}, removed: [] };
  const refused = await send(id, 1, change).expect(422);
  expect(JSON.stringify(refused.body)).toMatch(/patterns that follow one another/);
  expect((await contents(id)).revision).toBe(1);
  // Made on an older revision it is brought over as far as it goes.
  await send(id, 1, changed(records, [withHits(records, 'a')])).expect(200);
  const { left } = await answer(send(id, 1, change));
  expect(left?.added.length).toBeGreaterThan(0);
  expect((await contents(id)).records.length).toBeLessThan(records.length + line.length);
});

test.each<[string, (records: readonly SongRecord[]) => unknown, number, RegExp]>([
  ['no list of new records', () => ({ added: {}, updated: {}, removed: [] }), 400, /added/],
  ['half a pair', () => ({ added: [], updated: { main: [{}] }, removed: [] }), 400, /updated/],
  [
    'a pair without a kind',
    () => ({ added: [], updated: { main: [{}, { name: 'x' }] }, removed: [] }),
    422,
    /main.*kind/,
  ],
  [
    'a hit that is none',
    () => ({
      added: [],
      updated: { main: [{ kind: 'pattern' }, { kind: 'pattern', own: { a: { ...hit(0), velocity: 128 } } }] },
      removed: [],
    }),
    422,
    /main\.own\.a\.velocity/,
  ],
  [
    'another id',
    () => ({
      added: [],
      updated: {
        main: [
          { kind: 'pattern', id: 'main' },
          { kind: 'pattern', id: 'other' },
        ],
      },
      removed: [],
    }),
    422,
    /must stay what it is/,
  ],
])('a change with %s is refused and changes nothing', async (_, make, status, words) => {
  const { id, records } = await newSong();
  for (const base of [1, 0, 99]) {
    const refused = await send(id, base, make(records) as SparseChange);
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([status, expect.stringMatching(words)]);
  }
  expect(byId((await contents(id)).records)).toEqual(byId(records));
});

/** Reads a stream of events until it is closed. */
function listen(id: string, since?: number) {
  const heard: { event: string; id: string; data: string }[] = [];
  const { port } = app().getHttpServer().address() as AddressInfo;
  const query = since === undefined ? '' : `?since=${since}`;
  const request = get({ port, host: '127.0.0.1', path: `/api/songs/${id}/events${query}` }, (response) => {
    let text = '';
    response.setEncoding('utf8').on('data', (chunk: string) => {
      text += chunk;
      const blocks = text.split('\n\n');
      text = blocks.pop() ?? '';
      for (const block of blocks) {
        const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(block)?.[1] ?? '';
        if (field('event')) heard.push({ event: field('event'), id: field('id'), data: field('data') });
      }
    });
  });
  request.on('error', () => undefined);
  const until = async (isThere: () => boolean) => {
    while (!isThere()) await new Promise((resolve) => setTimeout(resolve, 5));
  };
  return { heard, until, close: () => request.destroy() };
}

test('each change is told as it is kept, a gap is filled, and who has the song open is told', async () => {
  const { id, records } = await newSong();
  await send(id, 1, changed(records, [withHits(records, 'a')]), { by: 'one' }).expect(200);
  const stream = listen(id, 1);
  const changes = () => stream.heard.filter(({ event }) => event === 'change');
  await stream.until(() => changes().length === 1);
  const now = (await contents(id)).records;
  await send(id, 2, changed(now, [withHits(now, 'a', 'b')]), { by: 'two' }).expect(200);
  await stream.until(() => changes().length === 2);
  expect(changes().map((one) => [one.id, (JSON.parse(one.data) as EventFace).by])).toEqual([
    ['2', 'one'],
    ['3', 'two'],
  ]);
  await api().post(`/api/songs/${id}/here`).send({ window: 'one', room: 'groove', at: 'main' }).expect(204);
  const here = () => stream.heard.filter(({ event }) => event === 'here').at(-1)?.data ?? '';
  await stream.until(() => here().includes('"at":"main"'));
  await api().post(`/api/songs/${id}/here`).send({ window: 'one', gone: true }).expect(204);
  await stream.until(() => here().includes('"windows":[]'));
  await api().delete(`/api/songs/${id}`).expect(204);
  await stream.until(() => stream.heard.some(({ event }) => event === 'gone'));
  stream.close();
  const late = listen((await newSong()).id, 77);
  await late.until(() => late.heard.length > 0);
  expect(late.heard[0]?.event).toBe('gap');
  late.close();
  await api().get('/api/songs/nobody/events').expect(404);
});
