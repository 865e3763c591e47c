import { useApp } from '../testing/app.ts';
import { byId, hit, type NewSong, recordOf, songsOf } from '../testing/songs.ts';

const { api } = useApp({ shared: true });
const { newSong, contents, save } = songsOf(api);

describe('a body that no song is made of is refused, and leaves the song as it was', () => {
  let song: NewSong;
  beforeEach(async () => {
    song = await newSong('demo:salt-waltz', 'Target');
  });
  afterEach(async () => {
    const now = await contents(song.id);
    expect([now.revision, byId(now.records)]).toEqual([1, byId(song.records)]);
  });

  const main = () => recordOf(song.records, 'pattern');
  const nested = (depth: number): unknown => {
    let value: unknown = 1;
    for (let i = 0; i < depth; i++) value = [value];
    return value;
  };

  const OPTIONS = [
    'tracks',
    'accents',
    'timing',
    'ppq',
    'format',
    'levels',
    'glides',
    'drumMap',
    'cueTrack',
    'names',
  ];

  test.each(OPTIONS.flatMap((option) => [null, '', ' '].map((value) => [option, value] as const)))(
    'an export with %s %j is refused',
    async (option, value) => {
      const answer = await api()
        .post(`/api/songs/${song.id}/exports`)
        .send({ regions: ['song'], [option]: value });
      expect(answer.status).toBe(400);
      expect(JSON.stringify(answer.body)).toContain(option);
    },
  );

  test.each([
    [{ from: null }],
    [{ from: '' }],
    [{ name: null }],
    [{ name: '   ' }],
    [{ name: '\u200b\u200d' }],
    [{ name: 'a\u202egnp' }],
    [{ name: 'bell\u0085' }],
    [{ name: 'x'.repeat(81) }],
  ])('a new song of %j is refused', async (body) => {
    const count = ((await api().get('/api/songs')).body as unknown[]).length;
    expect((await api().post('/api/songs').send(body)).status).toBe(400);
    expect((await api().get('/api/songs')).body).toHaveLength(count);
  });

  test('names are tidied and counted as they are read', async () => {
    const family = '👩‍👩‍👧‍👦'.repeat(40);
    const named = await newSong('blank', `  Cafe\u0301 ${family} `);
    expect(recordOf((await contents(named.id)).records, 'song').name).toBe(`Café ${family}`);
    const copy = await api()
      .post('/api/songs')
      .send({ from: `song:${named.id}` })
      .expect(201);
    expect((copy.body as { name: string }).name).toBe(`Café ${family}, copy`);
  });

  test.each<[string, () => unknown, RegExp]>([
    ['3,000 deep', () => ({ base: 1, label: 'x', put: [nested(3000)], remove: [] }), /nested deeper than 32/],
    [
      'deep beside the fields',
      () => ({ base: nested(3000), label: 'x', put: [], remove: [] }),
      /nested deeper/,
    ],
    [
      'an unknown deep field',
      () => ({ base: 1, label: 'x', put: [], remove: [], more: nested(40) }),
      /nested/,
    ],
  ])('a body nested %s is refused before anything copies it', async (_, body, words) => {
    const answer = await api()
      .post(`/api/songs/${song.id}/changes`)
      .send(body() as object);
    expect(answer.status).toBe(400);
    expect((answer.body as { message: string }).message).toMatch(words);
  });

  test.each(['__proto__', 'constructor', 'toString', 'prototype', 'hasOwnProperty'])(
    'a hit called %s is refused by name',
    async (name) => {
      const put = JSON.stringify({ ...main(), own: {} }).replace(
        '"own":{}',
        `"own":{"${name}":${JSON.stringify(hit(0))}}`,
      );
      const answer = await api()
        .post(`/api/songs/${song.id}/changes`)
        .set('content-type', 'application/json')
        .send(`{"base":1,"label":"x","put":[${put}],"remove":[]}`);
      expect(answer.status).toBe(400);
      expect((answer.body as { message: string }).message).toContain(`${name} is a reserved name`);
    },
  );

  test.each<[string, () => object]>([
    ['a hit too far away for a file', () => ({ ...main(), own: { a: hit(2 ** 29) } })],
    ['a length beyond all', () => ({ ...main(), length: 2 ** 40 })],
    ['a window beyond all numbers', () => ({ ...main(), window: { from: 1e300 } })],
  ])('%s is refused', async (_, record) => {
    const answer = await save(song.id, 1, [record()]);
    expect(answer.status).toBe(422);
  });
});

test('every operation says how it answers, and how it refuses', async () => {
  const { body } = await api().get('/api/docs-json').expect(200);
  const { paths } = body as { paths: Record<string, Record<string, { responses: Record<string, Answer> }>> };
  const operations = Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ name: `${method} ${path}`, ...operation })),
  );
  expect(operations.length).toBeGreaterThan(16);
  for (const { name, responses } of operations) {
    const good = Object.entries(responses).filter(([status]) => status.startsWith('2'));
    const isDescribed = good.some(([status, answer]) => status === '204' || hasSchema(answer));
    expect([name, isDescribed]).toEqual([name, true]);
    const bad = Object.entries(responses).filter(([status]) => !status.startsWith('2'));
    expect([name, bad.length > 0 && bad.every(([, answer]) => hasSchema(answer))]).toEqual([name, true]);
  }
});

interface Answer {
  readonly content?: Record<string, { readonly schema?: object }>;
}

function hasSchema({ content = {} }: Answer): boolean {
  return Object.values(content).some(({ schema }) => schema && Object.keys(schema).length > 0);
}
