import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { notesOf, readMidi } from '@plucky/core/midi';
import { documentOf, indexOf, LIMITS, type SongRecord } from '@plucky/core/song';
import { unzipSync } from 'fflate';
import { DataSource } from 'typeorm';
import { ConfigError, readConfig } from './config.ts';
import { useApp } from './testing/app.ts';
import { hit, recordOf, songsOf } from './testing/songs.ts';

const { api, app, folder, restart } = useApp();
const { newSong, contents, save } = songsOf(api);

test('a new database holds the demo songs, and deleted ones stay deleted', async () => {
  const list = await api().get('/api/songs').expect(200);
  expect(
    list.body.map((song: { name: string; bars: number; meter: string }) => [
      song.name,
      song.bars,
      song.meter,
    ]),
  ).toEqual([
    ['Paper Lanterns', 72, '4/4'],
    ['Salt Waltz', 48, '3/4'],
    ['Night Ferry', 88, '4/4'],
    ['Seven Herons', 56, '7/8 (2+2+3)'],
  ]);
  for (const song of list.body) await api().delete(`/api/songs/${song.id}`).expect(204);
  await restart();
  expect((await api().get('/api/songs')).body).toEqual([]);
  expect((await api().get('/api/songs/bin')).body).toHaveLength(4);
  await api().post(`/api/songs/${list.body[0].id}/restore`).expect(204);
  expect((await api().get('/api/songs')).body).toHaveLength(1);
});

test('health, the description of the API, and unknown paths', async () => {
  expect((await api().get('/api/health')).body.status).toBe('ok');
  const docs = await api().get('/api/docs-json').expect(200);
  expect(Object.keys(docs.body.paths)).toContain('/api/songs/{id}/changes');
  expect((await api().get('/api/nowhere').expect(404)).body.message).toMatch(/Cannot GET/);
});

test('changes are kept, survive a restart, and are listed and undone by revision', async () => {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  expect((await save(id, 1, [{ ...main, own: { a: hit(0) } }])).body).toEqual({ revision: 2 });
  expect(
    (await save(id, 2, [{ ...recordOf(records, 'song'), tempo: 97, name: 'Other' }], ['bass-main'])).status,
  ).toBe(200);
  await restart();
  const after = await contents(id);
  expect(after.revision).toBe(3);
  expect(recordOf(after.records, 'pattern', 'main').own).toEqual({ a: hit(0) });
  expect(after.records.some((record) => record.id === 'bass-main')).toBe(false);
  expect((await api().get('/api/songs')).body[0]).toMatchObject({ name: 'Other', tempo: 97, revision: 3 });
  expect(
    (await api().get(`/api/songs/${id}/history`)).body.map((one: { revision: number }) => one.revision),
  ).toEqual([3, 2]);
  await api().post(`/api/songs/${id}/revert`).send({ revision: 1 }).expect(200, { revision: 4 });
  const byId = (list: readonly SongRecord[]) => Object.fromEntries(list.map((record) => [record.id, record]));
  expect(byId((await contents(id)).records)).toEqual(byId(records));
  await api().post(`/api/songs/${id}/revert`).send({ revision: 9 }).expect(404);
});

test('of two tabs that save at once one wins and the other is told the revision', async () => {
  const { id, records } = await newSong();
  const song = recordOf(records, 'song');
  const answers = await Promise.all([90, 91, 92, 93].map((tempo) => save(id, 1, [{ ...song, tempo }])));
  expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409, 409]);
  expect(answers.find((answer) => answer.status === 409)?.body).toMatchObject({
    revision: 2,
    error: 'Conflict',
  });
  expect((await contents(id)).revision).toBe(2);
});

test('many songs saved at once are all kept whole', async () => {
  const songs = await Promise.all(Array.from({ length: 12 }, (_, i) => newSong('blank', `Song ${i}`)));
  const saves = songs.flatMap(({ id, records }) => [
    save(id, 1, [{ ...recordOf(records, 'pattern', 'main'), own: { a: hit(240) } }]),
    api().get(`/api/songs/${id}`),
  ]);
  for (const answer of await Promise.all(saves)) expect(answer.status).toBe(200);
  for (const { id } of songs)
    expect(recordOf((await contents(id)).records, 'pattern', 'main').own).toEqual({ a: hit(240) });
});

test('an export is kept with regions that read back, and knows what is new, the same and changed', async () => {
  const { id, records } = await newSong('demo:paper-lanterns', 'Paper Lanterns');
  const first = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['song', 'section'] })
    .expect(201);
  expect(first.body.verified.differences).toBe(0);
  expect(first.body.verified.events).toBeGreaterThan(1000);
  expect(first.body.regions).toHaveLength(9);
  expect(new Set(first.body.regions.map((region: { state: string }) => region.state))).toEqual(
    new Set(['new']),
  );
  const zip = await api()
    .get(`/api/exports/${first.body.exportId}.zip`)
    .buffer(true)
    .parse(binary)
    .expect(200);
  const files = unzipSync(new Uint8Array(zip.body));
  const left = first.body.regions.map((region: { file: string }) => region.file);
  expect(Object.keys(files).sort()).toEqual([...left, 'README.txt', 'regions.csv', 'regions.json'].sort());
  const list = JSON.parse(new TextDecoder().decode(files['regions.json']));
  expect(list.regions.map((region: { sha256: string }) => region.sha256)).toEqual(
    first.body.regions.map((region: { sha256: string }) => region.sha256),
  );
  const read = left.map((file: string) => notesOf(readMidi(files[file] ?? new Uint8Array())).notes.length);
  expect(read.sort()).toEqual(first.body.regions.map((region: { hits: number }) => region.hits).sort());
  const one = await api()
    .get(`/api/exports/${first.body.exportId}/regions/song.mid`)
    .buffer(true)
    .parse(binary)
    .expect(200);
  expect(Buffer.compare(one.body, Buffer.from(files['01 Paper Lanterns bars 1-72.mid'] ?? []))).toBe(0);
  expect(one.headers['content-disposition']).toContain('01 Paper Lanterns bars 1-72.mid');

  // A louder clap in the chorus pattern reaches both choruses and the song, and nothing else.
  const open = recordOf(records, 'pattern', 'open');
  const own = { ...open.own, 'clap-5': { ...open.own['clap-5'], velocity: 3 } };
  expect((await save(id, 1, [{ ...open, own }])).status).toBe(200);
  const second = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['song', 'section', 'pattern'] });
  const inState = (state: string) =>
    second.body.regions.filter((region: { state: string }) => region.state === state);
  expect(inState('changed').map((region: { name: string }) => region.name)).toEqual([
    'Paper Lanterns',
    'Chorus 1',
    'Chorus 2',
  ]);
  expect(inState('same')).toHaveLength(6);
  expect(inState('new')).toHaveLength(
    indexOf(documentOf(records)).parts.flatMap((p) => indexOf(documentOf(records)).patternsOf(p.id)).length,
  );
  const changed = await api()
    .get(`/api/exports/${second.body.exportId}.zip?only=changed`)
    .buffer(true)
    .parse(binary);
  expect(Object.keys(unzipSync(new Uint8Array(changed.body)))).toHaveLength(
    3 + 3 + Number(inState('new').length),
  );

  // Another resolution writes every file otherwise and changes none; what left before can still be had, the latest first.
  const third = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['song', 'section'], ppq: 480 });
  expect(new Set(third.body.regions.map((region: { state: string }) => region.state))).toEqual(
    new Set(['otherwise']),
  );
  expect(third.body.options).toMatchObject({ regions: ['song', 'section'], ppq: 480, format: 1 });
  const kept = await api().get(`/api/songs/${id}/exports`).expect(200);
  expect(kept.body.most).toBeGreaterThan(3);
  expect(kept.body.exports).toMatchObject([
    { exportId: third.body.exportId, number: 3, files: 9 },
    { exportId: second.body.exportId, number: 2 },
    { exportId: first.body.exportId, number: 1, files: 9 },
  ]);
  const again = await api().get(`/api/exports/${first.body.exportId}`).expect(200);
  expect(again.body).toEqual(first.body);
});

test('of chosen regions only those leave, by the names of the whole song, and the lists and a zip name what lies there of earlier hand-offs', async () => {
  const { id, records } = await newSong('demo:paper-lanterns', 'Paper Lanterns');
  const leave = (body: object) => api().post(`/api/songs/${id}/exports`).send(body);
  const filesOf = async (exportId: string, query: string) => {
    const zip = await api()
      .get(`/api/exports/${exportId}.zip${query}`)
      .buffer(true)
      .parse(binary)
      .expect(200);
    return unzipSync(new Uint8Array(zip.body));
  };
  interface Face {
    readonly id: string;
    readonly file: string;
  }
  const first = (await leave({ regions: ['section'], pickUp: true }).expect(201)).body;
  expect(first.earlier).toEqual([]);
  const [intro, verse] = first.regions as Face[];
  const missing = await leave({ regions: ['section'], only: [verse?.id, 'section.none'] }).expect(422);
  expect(missing.body.message).toBe(
    'There is no region section.none among those asked for. Nothing was exported.',
  );
  // The intro goes, so that every section after it has another number.
  const song = recordOf(records, 'song');
  expect((await save(id, 1, [{ ...song, form: song.form.slice(1) }])).status).toBe(200);
  const second = (await leave({ regions: ['section'], only: [verse?.id] }).expect(201)).body;
  expect(second.number).toBe(2);
  expect(second.regions).toMatchObject([{ id: verse?.id, file: '01 Verse 1 bars 1-16.mid' }]);
  expect(second.earlier).toHaveLength(first.regions.length - 1);
  expect(second.earlier[0]).toMatchObject({ ...intro, exportId: first.exportId, handOff: 1 });
  const there = await filesOf(second.exportId, '?with=earlier');
  const list = JSON.parse(new TextDecoder().decode(there['regions.json']));
  expect(list.regions[0]).toMatchObject({ file: '01 Verse 1 bars 1-16.mid', pickUpBeats: 0, handOff: 2 });
  expect(list.regions[1]).toMatchObject({ start: { bar: 17 }, pickUpBeats: 1, handOff: 1 });
  expect(list.gone).toMatchObject([{ id: intro?.id, handOff: 1 }]);
  const listed = list.regions.map((one: Face) => one.file);
  expect(Object.keys(there).sort()).toEqual([...listed, 'README.txt', 'regions.csv', 'regions.json'].sort());
  const still = list.regions[1].file as string;
  expect(there[still]).toEqual((await filesOf(first.exportId, ''))[still]);
  expect(Object.keys(await filesOf(second.exportId, ''))).toHaveLength(4);
});

test('an old hand-off is kept as long as a file of it lies at the other side', async () => {
  const { id } = await newSong('demo:salt-waltz', 'Salt Waltz');
  const leave = async (regions: readonly string[]) =>
    (await api().post(`/api/songs/${id}/exports`).send({ regions }).expect(201)).body;
  await leave(['section']);
  await leave(['pattern']);
  await app().get(DataSource).query(`UPDATE export SET number = number - 100 WHERE songId = '${id}'`);
  const numbers = async () =>
    (await api().get(`/api/songs/${id}/exports`)).body.exports.map((one: { number: number }) => one.number);
  await leave(['section']);
  expect(await numbers()).toEqual([-97, -98, -99]);
  await app().get(DataSource).query(`UPDATE export SET number = 60 WHERE songId = '${id}' AND number = -97`);
  await leave(['song']);
  expect(await numbers()).toEqual([61, 60, -98]);
});

type Parser = Parameters<ReturnType<ReturnType<typeof api>['get']>['parse']>[0];
const binary: Parser = (response, done) => {
  const chunks: Buffer[] = [];
  response.on('data', (chunk: string) => chunks.push(Buffer.from(chunk, 'binary')));
  response.on('end', () => done(null, Buffer.concat(chunks)));
};

test('a copy of a song is a song of its own', async () => {
  const original = await newSong('demo:salt-waltz', 'First');
  const copy = (
    await api()
      .post('/api/songs')
      .send({ from: `song:${original.id}` })
      .expect(201)
  ).body;
  expect(copy).toMatchObject({ name: 'First, copy', revision: 1, bars: 48 });
  await save(copy.id, 1, [{ ...recordOf(copy.records, 'song'), tempo: 60 }]);
  expect(recordOf((await contents(original.id)).records, 'song').tempo).toBe(92);
});

test('settings that cannot work are explained', () => {
  const file = join(folder(), 'file');
  writeFileSync(file, '');
  expect(() => readConfig({ DATA_DIR: join(file, 'data') })).toThrow(ConfigError);
  expect(() => readConfig({ DATA_DIR: join(file, 'data') })).toThrow(/cannot be written.*DATA_DIR/);
  expect(() => readConfig({ PORT: 'eighty' })).toThrow(/PORT must be a number/);
});

test('there are at most so many songs, and at most so many in the bin; both are said in words', async () => {
  const { id } = await newSong();
  const source = app().get(DataSource);
  const fill = (deletedAt: string | null) =>
    source.query(
      `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${LIMITS.songs})
       INSERT INTO song (id, name, tempo, meter, bars, keyName, revision, updatedAt, deletedAt)
       SELECT ? || i, 'Many', 120, '4/4', 0, 'C minor', 1, '2020', ? FROM n`,
      [deletedAt ? 'binned' : 'song', deletedAt],
    );
  await fill(null);
  const full = await api().post('/api/songs').send({ from: 'blank' }).expect(409);
  expect(full.body.message).toMatch(/^There are 1\d\d\d songs and no room for more\. Nothing was made/);
  await fill('2020');
  const bin = await api().delete(`/api/songs/${id}`).expect(409);
  expect(bin.body.message).toMatch(/^The bin is full\. Nothing was changed/);
  await contents(id);
});
