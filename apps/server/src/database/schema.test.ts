import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { sourceOptions } from '../database.module.ts';
import { useApp } from '../testing/app.ts';
import { byId, recordOf, songsOf } from '../testing/songs.ts';
import { openConnection } from './connection.ts';

const SAMPLE = readFileSync(join(__dirname, '../testing/samples/before-small-history.sql'), 'utf8');

const { api, app, folder } = useApp({
  prepare: (made) => {
    const connection = openConnection(join(made, 'plucky-verse.db'));
    connection.exec(SAMPLE);
    // A name that could not be saved again.
    connection.exec("UPDATE song SET name = 'Kept' || char(0x202e) || 'lantern'");
    connection.exec(
      `UPDATE record SET body = replace(body, '"Kept lantern"', '"Kept' || char(0x202e) || 'lantern"') WHERE kind = 'song'`,
    );
    connection.close();
  },
});
const { contents, save } = songsOf(api);

test('entities and migrations agree', async () => {
  const source = await new DataSource(
    sourceOptions(join(folder(), 'fresh.db'), () => undefined),
  ).initialize();
  try {
    for (const { tableName, columns } of source.entityMetadatas) {
      const found = await source.query<{ name: string; type: string; notnull: number; pk: number }[]>(
        `PRAGMA table_info("${tableName}")`,
      );
      const wanted = columns.map((column) => [
        column.databaseName,
        String(column.type),
        column.isNullable,
        column.isPrimary,
      ]);
      const made = found.map(({ name, type, notnull, pk }) => [name, type.toLowerCase(), !notnull, pk > 0]);
      expect(made.sort()).toEqual(wanted.sort());
    }
  } finally {
    await source.destroy();
  }
});

test('a database of before patches and formats opens, keeps its history, and goes on', async () => {
  const [song] = (await api().get('/api/songs').expect(200)).body as { id: string; revision: number }[];
  if (!song) throw new Error('no song');
  const { id } = song;
  expect(song).toMatchObject({ name: 'Kept lantern', revision: 6 });
  const now = await contents(id);
  const record = recordOf(now.records, 'song');
  await save(id, 6, [{ ...record, tempo: 140 }]).expect(200, { revision: 7 });
  const velocities = async (revision: number) => {
    const { records } = (await api().get(`/api/songs/${id}/history/${revision}`).expect(200))
      .body as typeof now;
    return [
      Object.values(recordOf(records, 'pattern', 'main').own).map((one) => one.velocity),
      recordOf(records, 'song').tempo,
      records.some((one) => one.id === 'bass-main'),
    ];
  };
  expect(await velocities(7)).toEqual([[64, 90], 140, false]);
  expect(await velocities(5)).toEqual([[64, 90], expect.any(Number), false]);
  expect(await velocities(4)).toEqual([[64, 90], expect.any(Number), true]);
  expect(await velocities(3)).toEqual([[100, 90], expect.any(Number), true]);
  expect(await velocities(1)).toEqual([[], expect.any(Number), true]);
  await api().post(`/api/songs/${id}/revert`).send({ revision: 6 }).expect(200, { revision: 8 });
  expect(byId((await contents(id)).records)).toEqual(byId(now.records));
  const exports = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['pattern'] })
    .expect(201);
  expect(exports.body).toMatchObject({ number: 2, regions: [{ state: 'same' }] });
});

test('songs and shelf patterns of a newer program are refused in words, and left as they are', async () => {
  const [song] = (await api().get('/api/songs').expect(200)).body as { id: string }[];
  const id = song?.id ?? '';
  await app().get(DataSource).query('UPDATE song SET format = 99 WHERE id = ?', [id]);
  for (const asked of [
    api().get(`/api/songs/${id}`),
    save(id, 6, []),
    api()
      .post(`/api/songs/${id}/exports`)
      .send({ regions: ['song'] }),
    api().get(`/api/songs/${id}/history/1`),
  ]) {
    const answer = await asked;
    expect([answer.status, (answer.body as { message: string }).message]).toEqual([
      409,
      expect.stringMatching(/newer version of Plucky Verse \(format 99/),
    ]);
  }
  expect((await api().get('/api/songs').expect(200)).body).toHaveLength(1);
});

test('a change of an older page is brought up, and one of a newer page is refused', async () => {
  const [song] = (await api().get('/api/songs').expect(200)).body as { id: string }[];
  const id = song?.id ?? '';
  const record = recordOf((await contents(id)).records, 'song');
  const change = { base: 6, label: 'x', put: [{ ...record, name: 'Old\u202epage' }], remove: [] };
  await api()
    .post(`/api/songs/${id}/changes`)
    .send({ ...change, format: 99 })
    .expect(409);
  await api().post(`/api/songs/${id}/changes`).send(change).expect(422);
  await api()
    .post(`/api/songs/${id}/changes`)
    .send({ ...change, format: 1 })
    .expect(200);
  expect(recordOf((await contents(id)).records, 'song').name).toBe('Old page');
});
