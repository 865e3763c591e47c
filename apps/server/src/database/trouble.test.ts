import { join } from 'node:path';
import { useApp } from '../testing/app.ts';
import { byId, hit, recordOf, songsOf } from '../testing/songs.ts';
import { limitPages, mountSmallDisk, type SmallDisk } from '../torture/small-disk.ts';
import { HeldConnection } from './connection.ts';
import { openConnection } from './connection.ts';

let disk: SmallDisk | null = null;
const { api, app, folder, restart } = useApp({
  prepare: (made) => {
    disk = mountSmallDisk(made, 16);
  },
  cleanUp: () => disk?.remove(),
});
const { newSong, contents, save } = songsOf(api);

test('what is acknowledged after a full disk is there after a stop, and nothing else is', async () => {
  const small = disk ?? limitPages(() => app().get(HeldConnection).current);
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  const withHits = (count: number) => ({
    ...main,
    own: Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, hit(i * 10)])),
  });
  await save(id, 1, [withHits(1)]).expect(200, { revision: 2 });
  small.fill();
  for (const count of [300, 400]) {
    const failed = await save(id, 2, [withHits(count)]).expect(507);
    expect(failed.body).toMatchObject({ trouble: 'full', message: expect.stringMatching(/disk is full/) });
  }
  const sick = await api().get('/api/health').expect(503);
  expect(sick.body).toMatchObject({ status: 'not ok', trouble: 'full' });
  // Reading goes on, and shows what is saved.
  expect(recordOf((await contents(id)).records, 'pattern', 'main').own).toEqual({ h0: hit(0) });

  small.free();
  await save(id, 2, [withHits(5)]).expect(200, { revision: 3 });
  // A save that is refused for another reason must not leave a transaction open.
  await save(id, 1, []).expect(409);
  await save('nobody', 1, []).expect(404);
  await save(id, 3, [{ ...main, length: -1 }]).expect(422);
  await save(id, 3, [withHits(6)]).expect(200, { revision: 4 });
  await api().get('/api/health').expect(200);
  const before = await contents(id);
  await restart();
  const after = await contents(id);
  expect(after.revision).toBe(4);
  expect(byId(after.records)).toEqual(byId(before.records));
  expect(Object.keys(recordOf(after.records, 'pattern', 'main').own)).toHaveLength(6);
});

test('a lock of another program is told, costs nothing, and is over when it is let go', async () => {
  const { id, records } = await newSong();
  const song = recordOf(records, 'song');
  const other = openConnection(join(folder(), 'plucky-verse.db'));
  other.exec('BEGIN IMMEDIATE');
  const refused = await save(id, 1, [{ ...song, tempo: 90 }]).expect(503);
  expect(refused.body).toMatchObject({
    trouble: 'locked',
    message: expect.stringMatching(/locked by another/),
  });
  other.exec(`UPDATE song SET name = 'Seen' WHERE id = '${id}'`);
  other.exec('COMMIT');
  other.close();
  const list = (await api().get('/api/songs').expect(200)).body as { id: string; name: string }[];
  expect(list.find((one) => one.id === id)?.name).toBe('Seen');
  await save(id, 1, [{ ...song, tempo: 91 }]).expect(200);
  await api().get('/api/health').expect(200);
});
