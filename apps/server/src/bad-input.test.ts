import type { SongRecord } from '@plucky/core/song';
import { useApp } from './testing/app.ts';
import { hit, recordOf, songsOf } from './testing/songs.ts';

const { api } = useApp({ shared: true });
const { newSong, contents, save } = songsOf(api);

describe('bad input is answered with 4xx and a clear text, and leaves the song as it was', () => {
  let id = '';
  let before: { revision: number; records: SongRecord[] };
  beforeEach(async () => {
    ({ id } = await newSong('demo:paper-lanterns', 'Target'));
    before = await contents(id);
  });
  afterEach(async () => expect(await contents(id)).toEqual(before));

  const main = () => recordOf(before.records, 'pattern', 'main');
  const song = () => recordOf(before.records, 'song');

  test.each<[string, () => unknown, number, RegExp]>([
    ['no body', () => undefined, 400, /base/],
    ['an array', () => [], 400, /base|as it should/],
    ['wrong types', () => ({ base: 'one', label: 3, put: 'x', remove: {} }), 400, /base.*label.*put.*remove/],
    ['unknown fields', () => ({ base: 1, label: 'x', put: [], remove: [], admin: true }), 400, /admin/],
    ['numbers for records', () => ({ base: 1, label: 'x', put: [1, null], remove: [] }), 400, /put/],
    ['markup in the label', () => ({ base: 1, label: '<i>', put: [], remove: [] }), 400, /label/],
    [
      'an unknown kind',
      () => ({ base: 1, label: 'x', put: [{ id: 'a', kind: 'poem' }], remove: [] }),
      422,
      /a\.kind/,
    ],
    [
      'velocity out of range',
      () => change([{ ...main(), own: { a: hit(0, 128) } }]),
      422,
      /main\.own\.a\.velocity/,
    ],
    [
      'velocity as text',
      () => change([{ ...main(), own: { a: { ...hit(0), velocity: '9' } } }]),
      422,
      /velocity/,
    ],
    ['a cycle of parents', () => change([{ ...main(), parent: 'lift' }]), 422, /follows itself/],
    ['an unknown parent', () => change([{ ...main(), parent: 'nobody' }]), 422, /nobody/],
    ['an unknown record to remove', () => change([], ['nobody']), 422, /nobody.*does not exist/],
    ['removing what is played', () => change([], ['main']), 422, /no pattern has the id main/],
    ['markup in a name', () => change([{ ...song(), name: '<script>' }]), 422, /song\.name/],
    ['an empty name', () => change([{ ...song(), name: '   ' }]), 422, /song\.name/],
    ['a tempo that is none', () => change([{ ...song(), tempo: 0 }]), 422, /song\.tempo/],
    [
      'one good and one bad record',
      () =>
        change([
          { ...song(), tempo: 99 },
          { ...main(), length: -1 },
        ]),
      422,
      /main\.length/,
    ],
    ['a prototype as an id', () => change([{ ...main(), id: '__proto__' }]), 422, /id/],
  ])('%s', async (_, body, status, message) => {
    const answer = await api()
      .post(`/api/songs/${id}/changes`)
      .send(body() as object);
    expect(answer.status).toBe(status);
    expect(answer.body).toMatchObject({
      statusCode: status,
      error: expect.any(String),
      message: expect.any(String),
    });
    expect(JSON.stringify(answer.body)).toMatch(message);
  });

  const change = (put: object[], remove: string[] = []) => ({ base: 1, label: 'x', put, remove });

  test('a body of 10 MB, and one that is no JSON', async () => {
    const huge = await api()
      .post(`/api/songs/${id}/changes`)
      .send(change([{ ...song(), name: 'x'.repeat(1e7) }]));
    expect([huge.status, huge.body.message]).toEqual([
      413,
      'The request is larger than the server takes. Nothing was changed.',
    ]);
    const broken = await api()
      .post(`/api/songs/${id}/changes`)
      .set('content-type', 'application/json')
      .send('{"base":');
    expect(broken.status).toBe(400);
    expect(broken.body.message).toMatch(/JSON/);
  });

  test('unknown songs, exports and sources', async () => {
    await api().get('/api/songs/nobody').expect(404);
    await api().delete('/api/songs/nobody').expect(404);
    await save('nobody', 1, []).then((answer) => expect(answer.status).toBe(404));
    await api()
      .post('/api/songs/nobody/exports')
      .send({ regions: ['song'] })
      .expect(404);
    await api().post('/api/songs').send({ from: 'demo:nobody' }).expect(404);
    await api().post('/api/songs').send({ from: 'demo:constructor' }).expect(404);
    await api().post('/api/songs').send({ from: 'song:nobody' }).expect(404);
    await api().post('/api/songs').send({ from: 'elsewhere' }).expect(400);
    await api().post('/api/songs').send({ name: 'a<b' }).expect(400);
    await api().get('/api/songs/nobody/exports').expect(404);
    await api().get('/api/exports/nobody.zip').expect(404);
    await api().get('/api/exports/nobody/regions/song.mid').expect(404);
  });

  test.each([
    [{}],
    [{ regions: [] }],
    [{ regions: ['opera'] }],
    [{ regions: 'song' }],
    [{ regions: ['song', 'song'] }],
    [{ regions: ['song'], ppq: 100 }],
    [{ regions: ['song'], names: '<b>' }],
    [{ regions: ['song'], format: 2 }],
    [{ regions: ['song'], cueTrack: 'yes' }],
    [{ regions: ['song'], only: [] }],
    [{ regions: ['song'], only: { song: true } }],
    [{ regions: ['song'], only: [1] }],
    [{ regions: ['song'], stay: 'kick' }],
  ])('export options %j', async (body) => {
    const answer = await api().post(`/api/songs/${id}/exports`).send(body).expect(400);
    expect(answer.body.problems.length).toBeGreaterThan(0);
  });

  test('writes that another site or another name asks for', async () => {
    const elsewhere = await api()
      .delete(`/api/songs/${id}`)
      .set('origin', 'http://elsewhere.example')
      .expect(403);
    expect(elsewhere.body.message).toMatch(/Another site/);
    await api().get(`/api/songs/${id}`).set('host', 'rebound.example').expect(403);
  });
});
