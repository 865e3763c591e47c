import { fromShelf, shelfPatternOf } from '@plucky/core/pattern';
import { documentOf, indexOf, type SongRecord } from '@plucky/core/song';
import { DEMO_SONGS } from '@plucky/songs/library';
import { useApp } from '../testing/app.ts';
import type { ShelfItemDto } from './shelf.dto.ts';

const { api, restart } = useApp();

const list = async () => (await api().get('/api/shelf').expect(200)).body as ShelfItemDto[];

test('the shelf holds the starters, and one’s own pattern from one song can be used in another', async () => {
  const starters = await list();
  expect(starters.filter((item) => item.pattern.type === 'drums').length).toBeGreaterThanOrEqual(24);
  expect(starters.filter((item) => item.pattern.type === 'notes').length).toBeGreaterThanOrEqual(12);
  const source = DEMO_SONGS['paper-lanterns']?.();
  if (!source) throw new Error('no demo');
  const pattern = shelfPatternOf(source, 'lift');
  const added = (await api().post('/api/shelf').send({ pattern }).expect(201)).body as ShelfItemDto;
  await restart();
  const [first] = await list();
  expect(first).toEqual({ ...added, own: true, pattern: JSON.parse(JSON.stringify(pattern)) as unknown });

  const created = await api().post('/api/songs').send({ from: 'blank' }).expect(201);
  const song = created.body as { id: string; revision: number; records: SongRecord[] };
  const taken = fromShelf(documentOf(song.records), pattern, 'taken', 'Lift');
  await api()
    .post(`/api/songs/${song.id}/changes`)
    .send({ base: song.revision, ...taken?.change })
    .expect(200);
  await api().delete(`/api/shelf/${added.id}`).expect(204);
  await api().delete(`/api/shelf/${added.id}`).expect(404);
  expect(await list()).toHaveLength(starters.length);
});

test.each<[string, unknown, number, RegExp]>([
  ['no pattern', {}, 400, /pattern must be an object/],
  ['a text', { pattern: 'x' }, 400, /pattern must be an object/],
  ['fields of the wrong type', { pattern: { name: 5 } }, 422, /Nothing was changed/],
  ['a starter to delete', null, 404, /no such pattern of your own/],
])('%s is refused with a clear text, and the shelf stays as it was', async (_, body, status, message) => {
  const before = await list();
  const answer =
    body === null ? await api().delete('/api/shelf/plain-walk') : await api().post('/api/shelf').send(body);
  expect(answer.status).toBe(status);
  expect(JSON.stringify(answer.body)).toMatch(message);
  expect(await list()).toEqual(before);
});

test('a song is made of a starter, at its tempo and in its meter; an unknown one is 404', async () => {
  const made = await api()
    .post('/api/songs')
    .send({ from: 'starter:seven-gates', name: 'Gates' })
    .expect(201);
  const { records } = made.body as { records: SongRecord[] };
  const { song, pattern } = indexOf(documentOf(records));
  expect([song.name, song.tempo, song.meter.beats]).toEqual(['Gates', 120, 7]);
  expect(Object.keys(pattern('main')?.own ?? {}).length).toBeGreaterThan(8);
  await api().post('/api/songs').send({ from: 'starter:nobody' }).expect(404);
});
