import { exportedNotes, exportOptions, midiFileOf, writeMidi } from '@plucky/core/midi';
import { compile } from '@plucky/core/play';
import { documentOf, songFile, type SongRecord } from '@plucky/core/song';
import { DEMO_SONGS } from '@plucky/songs/library';
import { useApp } from './testing/app.ts';

const { api } = useApp();

function demoFile(): Buffer {
  const song = DEMO_SONGS['paper-lanterns']?.();
  if (!song) throw new Error('There is no such demo song.');
  const options = exportOptions({ regions: ['song'], format: 1 });
  const timeline = compile(song, { kind: 'song' });
  const notes = exportedNotes(song, timeline, options);
  return Buffer.from(writeMidi(midiFileOf(song, 'Old lanterns', timeline, notes, options, false)));
}

test('a MIDI file is told by its tracks, and a song is made of it that plays the same', async () => {
  const sent = await api().post('/api/imports').attach('file', demoFile(), 'lanterns.mid').expect(201);
  expect(sent.body).toMatchObject({
    kind: 'midi',
    name: 'Old lanterns',
    format: 1,
    ppq: 960,
    bars: 72,
    tempo: 132,
    meter: '4/4',
    tracks: [
      { index: 0, name: 'Drums', channel: 9, use: 'fold' },
      { index: 1, name: 'Bass', channel: 0, use: 'notes' },
      { index: 2, name: 'Drums: Slow boil', use: 'fold' },
    ],
  });
  const from = `import:${sent.body.importId as string}`;
  const made = await api().post('/api/songs').send({ from, name: 'Lanterns again' }).expect(201);
  expect(made.body).toMatchObject({
    name: 'Lanterns again',
    bars: 72,
    folded: { hits: 2240, placed: 2240, notPlaced: 0, differences: 0, messages: 0, messagesLeft: 433 },
  });
  const { events } = compile(documentOf(made.body.records as SongRecord[]), { kind: 'song' });
  expect(events).toHaveLength(2240);
  // Of the same import a song of another kind: without its bass, and with a row that is left out.
  const wish = { from, tracks: [{ index: 1, use: 'none' }], noteMap: { 36: 'Clap', 42: '' } };
  const other = await api().post('/api/songs').send(wish).expect(201);
  expect(other.body.folded).toMatchObject({ hits: 2006, notPlaced: 211, differences: 0 });
  const voices = (other.body.records as SongRecord[]).filter((record) => record.kind === 'voice');
  expect(voices.find(({ note }) => note === 36)?.sound).toBe('clap');
});

test('groove plus feel tells how far its song is from the file', async () => {
  const sent = await api().post('/api/imports').attach('file', demoFile(), 'lanterns.mid').expect(201);
  const from = `import:${sent.body.importId as string}`;
  const made = await api().post('/api/songs').send({ from, how: 'groove plus feel' }).expect(201);
  const { folded } = made.body as { folded: { differences: number; distance: Record<string, number> } };
  expect(folded.differences).toBe(0);
  // The demo is humanised by a few ms, and is written on its grid.
  expect(folded.distance['ms']).toBeGreaterThan(0);
  expect(folded.distance['ms']).toBeLessThan(5);
  expect(folded.distance['velocity']).toBeLessThan(5);
  await api().post('/api/songs').send({ from, how: 'loosely' }).expect(400);
});

test('what cannot be taken makes nothing and says where it went wrong', async () => {
  const { body: before } = await api().get('/api/songs');
  const cut = await api()
    .post('/api/imports')
    .attach('file', demoFile().subarray(0, 300), 'cut.mid')
    .expect(422);
  expect(cut.body).toMatchObject({
    offset: expect.any(Number),
    message: expect.stringMatching(/^cut\.mid: .*Nothing was made/),
  });
  await api().post('/api/imports').attach('file', Buffer.from('words'), 'words.json').expect(422);
  const none = Buffer.from(JSON.stringify({ kind: 'a list', records: [] }));
  const odd = await api().post('/api/imports').attach('file', none, 'odd.json').expect(422);
  expect(odd.body.message).toMatch(/^odd\.json is neither a MIDI file nor a song file\..*Nothing was made/);
  const newer = Buffer.from(JSON.stringify({ kind: 'plucky-verse-song', format: 999, records: [] }));
  await api().post('/api/imports').attach('file', newer, 'newer.json').expect(409);
  await api().post('/api/imports').expect(400);
  await api().post('/api/songs').send({ from: 'import:nothing' }).expect(404);
  await api()
    .post('/api/songs')
    .send({ from: 'import:x', noteMap: { 200: 'Kick' } })
    .expect(400);
  await api()
    .post('/api/songs')
    .send({ from: 'import:x', tracks: [{ index: -1, use: 'all' }] })
    .expect(400);
  const { body: after } = await api().get('/api/songs');
  expect(after).toEqual(before);
});

test('a song file is taken by the same way', async () => {
  const song = DEMO_SONGS['salt-waltz']?.();
  if (!song) throw new Error('There is no such demo song.');
  const file = Buffer.from(songFile(song));
  const sent = await api().post('/api/imports').attach('file', file, 'waltz.json').expect(201);
  expect(sent.body).toMatchObject({ kind: 'song', name: 'Salt Waltz' });
  const made = await api()
    .post('/api/songs')
    .send({ from: `import:${sent.body.importId as string}` })
    .expect(201);
  expect(made.body.name).toBe('Salt Waltz');
});

test('50 MB are refused before they are read', async () => {
  const refused = await api()
    .post('/api/imports')
    .set('content-type', 'multipart/form-data; boundary=x')
    .set('content-length', String(50 * 1024 * 1024))
    .send('--x')
    .expect(413);
  expect(refused.body.message).toMatch(/larger than the server takes/);
});

test('100 mutated files each get an answer, and none harms the server', async () => {
  const whole = demoFile();
  let state = 5;
  const some = (most: number) => {
    state = (state * 1_103_515_245 + 12_345) % 2 ** 31;
    return state % most;
  };
  const answers = new Set<number>();
  for (let i = 0; i < 100; i++) {
    const bytes = Buffer.from(whole.subarray(0, i % 2 ? whole.length : some(whole.length)));
    for (let n = 0; n < 4 && bytes.length; n++) bytes[some(bytes.length)] = some(256);
    const { status } = await api().post('/api/imports').attach('file', bytes, 'mutated.mid');
    answers.add(status);
  }
  expect([...answers].every((status) => status === 201 || status === 422)).toBe(true);
  await api().get('/api/health').expect(200);
});
