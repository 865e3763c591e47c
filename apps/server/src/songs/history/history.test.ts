import { join } from 'node:path';
import { changeBetween } from '@plucky/core/song';
import { DataSource } from 'typeorm';
import { COPIES_KEPT, isSound, listCopies, makeCopy } from '../../database/copies.ts';
import { SeenTime, sinceStop } from '../../database/seen-time.ts';
import { Housekeeping } from '../../housekeeping/housekeeping.ts';
import { useApp } from '../../testing/app.ts';
import { byId, hit, recordOf, songsOf } from '../../testing/songs.ts';
import type { Revision } from '../faces.ts';
import { packUndo, undone } from './undo.ts';

const { api, app, folder, restart } = useApp();
const { newSong, contents, save } = songsOf(api);

const history = async (id: string) =>
  (await api().get(`/api/songs/${id}/history`).expect(200)).body as Revision[];
const at = (id: string, revision: number) => api().get(`/api/songs/${id}/history/${revision}`);
const tempoOf = async (id: string, revision: number) =>
  recordOf(((await at(id, revision).expect(200)).body as { records: [] }).records, 'song').tempo;

/** Puts the changes of a song at times of their own, of that which was seen to pass. */
async function dateChanges(id: string, times: readonly (readonly [revision: number, iso: string])[]) {
  for (const [revision, iso] of times)
    await app()
      .get(DataSource)
      .query('UPDATE change SET seenAt = ? WHERE songId = ? AND revision = ?', [
        Date.parse(iso),
        id,
        revision,
      ]);
}

test('an undo leads back to the byte, whatever was put, changed and removed', async () => {
  const { records } = await newSong('demo:paper-lanterns');
  const before = byId(records);
  const { main, lift, ...others } = before;
  const after = byId([
    ...Object.values(others),
    { ...recordOf(records, 'pattern', 'main'), silenced: ['kick-1'], shapes: [] },
    { ...recordOf(records, 'pattern'), id: 'new', own: { 'a~1.b': hit(5) } },
  ]);
  expect(main && lift).toBeDefined();
  const undo = packUndo(changeBetween({ records: before }, { records: after }));
  expect(JSON.stringify(undone(after, { undo, inverse: '' }))).not.toContain('a~1.b');
  expect(undone(after, { undo, inverse: '' })).toEqual(before);
});

test('older changes are thinned to one an hour and one a day, and every kept one can be gone back to', async () => {
  const { id, records } = await newSong();
  const song = recordOf(records, 'song');
  for (let i = 1; i <= 9; i++) await save(id, i, [{ ...song, tempo: 100 + i }]).expect(200);
  const now = Date.parse('2031-05-20T12:00:00Z');
  await dateChanges(id, [
    [2, '2031-05-01T08:00:00Z'],
    [3, '2031-05-01T20:00:00Z'],
    [4, '2031-05-17T09:10:00Z'],
    [5, '2031-05-17T09:50:00Z'],
    [6, '2031-05-17T10:01:00Z'],
    [7, '2031-05-20T11:00:00Z'],
    [8, '2031-05-20T11:00:01Z'],
    [9, '2031-05-20T11:00:02Z'],
    [10, '2031-05-20T11:00:03Z'],
  ]);
  await app().get(Housekeeping).tidy(now);
  const kept = await history(id);
  expect(kept.map(({ revision, covers }) => [revision, covers])).toEqual([
    [10, 1],
    [9, 1],
    [8, 1],
    [7, 1],
    [6, 1],
    [5, 2],
    [3, 2],
  ]);
  for (const { revision } of kept) expect(await tempoOf(id, revision)).toBe(99 + revision);
  expect(await tempoOf(id, 1)).toBe(song.tempo);
  expect((await at(id, 4).expect(404)).body).toMatchObject({
    message: expect.stringMatching(/not kept any more/),
  });
  await api().post(`/api/songs/${id}/revert`).send({ revision: 2 }).expect(404);
  await api().post(`/api/songs/${id}/revert`).send({ revision: 3 }).expect(200, { revision: 11 });
  expect(recordOf((await contents(id)).records, 'song').tempo).toBe(102);
  // A second round finds nothing more to do.
  await app().get(Housekeeping).tidy(now);
  expect(await history(id)).toHaveLength(8);
});

test('a song that was seen to lie in the bin for 30 days is deleted for good, and a copy is made once a day', async () => {
  const { id } = await newSong();
  await api().delete(`/api/songs/${id}`).expect(204);
  const day = (n: number) => app().get(SeenTime).now + n * 86_400_000;
  await app().get(Housekeeping).tidy(day(29));
  expect((await api().get('/api/songs/bin')).body).toHaveLength(1);
  expect(listCopies(folder())).toHaveLength(1);
  await app().get(Housekeeping).tidy(day(31));
  expect((await api().get('/api/songs/bin')).body).toEqual([]);
  expect(listCopies(folder()).map(({ number }) => number)).toEqual([2, 1]);
});

test('a clock that jumps empties no bin and ends no copying', async () => {
  const { id } = await newSong();
  await api().delete(`/api/songs/${id}`).expect(204);
  for (const years of [40, -40]) {
    const jumped = Date.now() + years * 365 * 86_400_000;
    jest.spyOn(Date, 'now').mockReturnValue(jumped);
    await restart();
    await app().get(Housekeeping).tidy();
    expect((await api().get('/api/songs/bin')).body).toHaveLength(1);
    jest.restoreAllMocks();
  }
  // However often it jumps, a start counts a day at the most and a step back nothing.
  expect(app().get(SeenTime).now).toBeLessThan(2 * 86_400_000 + 60_000);
  expect(sinceStop('2999-01-01T00:00:00Z', Date.now())).toBe(0);
  expect(sinceStop('no date', Date.now())).toBe(0);
});

test('copies are kept by their numbers, not by their dates, and the one just made always is', async () => {
  const file = join(folder(), 'plucky-verse.db');
  for (let i = 1; i <= COPIES_KEPT + 3; i++) {
    await newSong();
    const made = makeCopy(folder(), file, new Date(Date.UTC(2090 - i, 0, 1)));
    expect(made?.number).toBe(i);
    expect(listCopies(folder())[0]).toEqual(made);
  }
  expect(listCopies(folder()).map(({ number }) => number)).toEqual([10, 9, 8, 7, 6, 5, 4]);
  expect(listCopies(folder()).every((copy) => isSound(copy.file))).toBe(true);
});
