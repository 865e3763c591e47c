import { once } from 'node:events';
import { type AddressInfo, connect } from 'node:net';
import { useApp } from '../testing/app.ts';
import { hit, recordOf, songsOf } from '../testing/songs.ts';
import { valuesIn } from './plain-json.ts';

const { api, app } = useApp({ shared: true });
const { newSong, contents, save } = songsOf(api);

test('the values of a text are counted as they are parsed, whatever its texts hold', () => {
  const count = (value: unknown): number =>
    typeof value === 'object' && value !== null
      ? 1 + Object.values(value).reduce((sum: number, inner) => sum + count(inner), 0)
      : 1;
  const values = [1, 'a,b[{"\\', [1, 2, [3]], { a: '}', 'b,"c': [null, 'x"y'] }, [], {}];
  for (const value of [values, ...values]) {
    const text = new TextEncoder().encode(JSON.stringify(value));
    // An empty list or object begins a value that never comes.
    expect(valuesIn(text)).toBeGreaterThanOrEqual(count(value));
    expect(valuesIn(text)).toBeLessThanOrEqual(2 * count(value));
  }
});

test.each<[string, () => string, number]>([
  ['150,000 keys in one object', () => `{"base":1,"label":"x","put":[{${keys(150_000)}}],"remove":[]}`, 413],
  ['20,000 keys in one object', () => `{"base":1,"label":"x","put":[{${keys(20_000)}}],"remove":[]}`, 400],
  ['5,000 keys beside the fields', () => `{${keys(5000)}}`, 400],
  ['60,000 empty lists', () => `{"base":[${'[],'.repeat(60_000)}1],"label":"x","put":[],"remove":[]}`, 413],
  ['10,000 kinds of regions', () => `{"regions":[${'"song",'.repeat(10_000)}"song"]}`, 400],
])('a body with %s is refused before it is worked on', async (_, body, status) => {
  const { id } = await newSong();
  const path = body().startsWith('{"regions"') ? 'exports' : 'changes';
  const answer = await api()
    .post(`/api/songs/${id}/${path}`)
    .set('content-type', 'application/json')
    .send(body());
  expect(answer.status).toBe(status);
  expect((answer.body as { message: string }).message).toMatch(/Nothing was changed/);
});

const keys = (count: number) => Array.from({ length: count }, (_, i) => `"k${i}":${i % 10}`).join(',');

test('a song file of 100,000 keys is refused by a worker, and one that is sound is made', async () => {
  const file = (records: string) => `{"kind":"plucky-verse-song","format":8,"records":[${records}]}`;
  const send = (text: string) =>
    api().post('/api/songs/file').set('content-type', 'application/json').send(text);
  const wide = await send(file(`{${keys(100_000)}}`));
  expect(wide.status).toBe(400);
  expect(wide.body).toMatchObject({ problems: [{ message: expect.stringContaining('fields') }] });
  expect((await send(file('{"id":"a","kind":"poem"}'))).status).toBe(422);
  expect((await send('{')).status).toBe(400);
  const { records } = await newSong('demo:salt-waltz');
  const made = await send(file(records.map((record) => JSON.stringify(record)).join(','))).expect(201);
  expect((made.body as { records: unknown[] }).records).toEqual(records);
  expect((await contents((made.body as { id: string }).id)).records).toHaveLength(records.length);
});

const MOST_SENT = 200e6;

/** Sends a form in pieces without saying how long it is, until the server ends it; returns how much was sent, in MB. */
async function sendForm(piece: string): Promise<number> {
  const { port } = app().getHttpServer().address() as AddressInfo;
  const socket = connect(port, '127.0.0.1');
  const heard = { answer: '', isOpen: true };
  socket.on('data', (data: Buffer) => (heard.answer += data.toString()));
  socket.on('error', () => undefined);
  socket.on('close', () => (heard.isOpen = false));
  await once(socket, 'connect');
  socket.write(
    'POST /api/imports HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: multipart/form-data; boundary=x\r\nTransfer-Encoding: chunked\r\n\r\n',
  );
  const chunk = `${piece.length.toString(16)}\r\n${piece}\r\n`;
  const isGoing = () => heard.isOpen && !heard.answer;
  let sent = 0;
  for (let i = 0; sent < MOST_SENT && isGoing(); i++) {
    sent += piece.length;
    if (!socket.write(chunk)) await new Promise((resolve) => setTimeout(resolve, 2));
    else if (i % 16 === 0) await new Promise((resolve) => setImmediate(resolve));
  }
  while (isGoing()) await new Promise((resolve) => setTimeout(resolve, 5));
  socket.destroy();
  // One who does not stop sending may be cut off before reading why.
  if (heard.answer) expect(heard.answer).toMatch(/^HTTP\/1\.1 4(00|13) /);
  return sent / 1e6;
}

test.each([
  ['text fields', '--x\r\nContent-Disposition: form-data; name="a"\r\n\r\nb\r\n'.repeat(200)],
  ['one text field', `--x\r\nContent-Disposition: form-data; name="a"\r\n\r\n${'b'.repeat(16_000)}`],
  [
    'a file',
    `--x\r\nContent-Disposition: form-data; name="file"; filename="a.mid"\r\n\r\n${'b'.repeat(16_000)}`,
  ],
])('a form without a length whose %s have no end is refused, and the server goes on', async (_, piece) => {
  expect(await sendForm(piece)).toBeLessThan(60);
  await api().get('/api/health').expect(200);
});

test('two exports of a song at once: the second is compared with the first', async () => {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  await save(id, 1, [{ ...main, own: { a: hit(0) } }]).expect(200);
  const ask = () =>
    api()
      .post(`/api/songs/${id}/exports`)
      .send({ regions: ['pattern'] })
      .expect(201);
  const states = (await Promise.all([ask(), ask()])).map(
    ({ body }) => body as { number: number; regions: { state: string }[] },
  );
  states.sort((a, b) => a.number - b.number);
  expect(states.map(({ number }) => number)).toEqual([1, 2]);
  expect(new Set(states[1]?.regions.map(({ state }) => state))).toEqual(new Set(['same']));
});
