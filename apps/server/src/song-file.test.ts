import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FORMAT, songFile, songFileSchema } from '@plucky/core/song';
import { DEMO_SONGS } from '@plucky/songs/library';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { unzipSync } from 'fflate';
import { useApp } from './testing/app.ts';

const root = join(import.meta.dirname, '../../..');
const { api } = useApp();

const demo = async () => {
  const made = await api().post('/api/songs').send({ from: 'demo:paper-lanterns' }).expect(201);
  return made.body as { id: string; records: readonly { id: string }[] };
};
const byId = (records: readonly { id: string }[]) =>
  Object.fromEntries(records.map((record) => [record.id, record]));
/** The text of a song's file. */
const fileOf = async (id: string) =>
  (await api().get(`/api/songs/${id}/file`).buffer(true).expect(200).expect('content-type', /json/)).text;

test('the demo songs as files are what the documented schema describes, which is the one that is read by', () => {
  const schema = JSON.parse(readFileSync(join(root, 'docs/song-file.schema.json'), 'utf8')) as object;
  // `npm run song-schema` writes it anew.
  expect(schema).toEqual(JSON.parse(JSON.stringify(songFileSchema())));
  const validate = new Ajv2020({ strict: false }).compile(schema);
  for (const song of Object.values(DEMO_SONGS)) {
    const file = JSON.parse(songFile(song())) as { records: object[] };
    validate(file);
    expect(validate.errors).toBeNull();
    expect(validate({ ...file, records: [{ ...file.records[0], tempo: 'fast' }] })).toBe(false);
  }
});

test('a song leaves as a file and comes back from it as another song that says the same', async () => {
  const { id, records } = await demo();
  const text = await fileOf(id);
  const taken = await api().post('/api/songs/file').type('json').send(text).expect(201);
  expect(taken.body.id).not.toBe(id);
  expect(taken.body).toMatchObject({ name: 'Paper Lanterns', bars: 72, revision: 1 });
  expect(byId(taken.body.records as { id: string }[])).toEqual(byId(records));
  expect(await fileOf(taken.body.id as string)).toBe(text);
  await api().get('/api/songs/nobody/file').expect(404);
});

test('a file that is no song, or one of a newer program, makes none and says why', async () => {
  const { id } = await demo();
  const file = JSON.parse(await fileOf(id)) as { format: number; records: { id: string; kind: string }[] };
  const count = async () => ((await api().get('/api/songs')).body as unknown[]).length;
  const before = await count();
  const refused = async (body: object, status: number) =>
    (await api().post('/api/songs/file').send(body).expect(status)).body as {
      message: string;
      problems?: { path: string }[];
    };
  expect((await refused({ ...file, format: FORMAT + 1 }, 409)).message).toMatch(/newer version/);
  expect((await refused({ ...file, kind: 'opera' }, 422)).message).toMatch(/Its kind must be/);
  const broken = file.records.map((one) => (one.kind === 'voice' ? { ...one, note: 400 } : one));
  expect((await refused({ ...file, records: broken }, 422)).message).toMatch(/^Nothing was changed\. .*note/);
  const songless = file.records.filter((one) => one.kind !== 'song');
  await refused({ ...file, records: songless }, 422);
  expect(await count()).toBe(before);
});

test('the command writes the very bytes that the hand-off does', async () => {
  const { id } = await demo();
  const folder = mkdtempSync(join(tmpdir(), 'plucky-export-'));
  const song = join(folder, 'song.json');
  writeFileSync(song, await fileOf(id));
  const run = (...args: string[]) =>
    execFileSync(process.execPath, ['scripts/export.mjs', ...args], {
      cwd: root,
      encoding: 'utf8',
      stdio: 'pipe',
    });
  expect(run(song, join(folder, 'out'))).toContain('9 files in');
  const left = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['song', 'section'] })
    .expect(201);
  const zip = await api()
    .get(`/api/exports/${String(left.body.exportId)}.zip`)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  const files = unzipSync(new Uint8Array(zip.body as Buffer));
  expect(readdirSync(join(folder, 'out')).sort()).toEqual(Object.keys(files).sort());
  for (const [name, bytes] of Object.entries(files))
    if (name.endsWith('.mid')) expect(Buffer.compare(readFileSync(join(folder, 'out', name)), bytes)).toBe(0);
    // Files of the command came with no hand-off.
    else
      expect(readFileSync(join(folder, 'out', name), 'utf8')).toBe(
        Buffer.from(bytes)
          .toString('utf8')
          .replaceAll(' Hand-off 1.\n', '\n')
          .replaceAll('"handOff": 1\n', '"handOff": null\n')
          .replaceAll(',1,yes\r', ',,yes\r'),
      );
  writeFileSync(song, '{');
  expect(() => run(song, join(folder, 'none'))).toThrow(/Nothing was exported\. song file: It is no JSON/);
  expect(readdirSync(folder)).not.toContain('none');
  rmSync(folder, { recursive: true });
}, 120_000);
