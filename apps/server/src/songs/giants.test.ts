import { setTimeout as delay } from 'node:timers/promises';
import { LIMITS, type Pattern, type Section } from '@plucky/core/song';
import { Lane } from '../jobs/lane.ts';
import { useApp } from '../testing/app.ts';
import { hit, recordOf, songsOf } from '../testing/songs.ts';
import { look } from './history/look.job.ts';

const { api, folder } = useApp();
const { newSong, save } = songsOf(api);

/** A blank song with a section of `slots` slots of four bars that play the main groove. */
async function songOf(slots: number, own: Pattern['own'] = { a: hit(0) }) {
  const { id, records } = await newSong();
  const main = recordOf(records, 'pattern', 'main');
  const section: Section = {
    id: 'verse',
    kind: 'section',
    name: 'Verse',
    role: 'verse',
    slots: Array.from({ length: slots }, (_, i) => ({
      id: `slot${i}`,
      length: 4 * 3840,
      layers: [{ pattern: 'main', silencedVoices: [], own: {}, silenced: [], changed: {} }],
    })),
  };
  const song = recordOf(records, 'song');
  const form = [{ id: 'first', section: 'verse', times: 1, silencedVoices: [] }];
  await save(id, 1, [{ ...main, own }, section, { ...song, form }]).expect(200);
  return { id, main, section, song };
}

const twelve = { ...hit(0), roll: { hits: 12, span: 960, velocity: 90, curve: 0, pitch: 0, pan: 0 } };
const many = (count: number) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, hit(0)]));

describe('what is too much to work out is refused before it is', () => {
  test.each<[string, (one: Awaited<ReturnType<typeof songOf>>) => object[], RegExp]>([
    [
      '32 shapes that roll into each other over one hit',
      ({ main }) => [
        {
          ...main,
          own: { a: hit(1920) },
          shapes: [],
        },
        {
          ...main,
          id: 'boom',
          parent: 'main',
          own: {},
          shapes: Array.from({ length: 32 }, (_, i) => ({
            id: `s${i}`,
            rule: 'double time',
            voices: null,
          })),
        },
      ],
      /more than 8192 hits/,
    ],
    [
      '2,000 hits in a pattern of one tick that is repeated',
      ({ main }) => [{ ...main, length: 1, own: many(2000) }],
      /hits|strokes/,
    ],
    [
      'more accents than a pattern may have',
      ({ main }) => [{ ...main, accents: Array.from({ length: 5000 }, () => ({ at: 0 })) }],
      /accents/,
    ],
    [
      'accents in a pattern of one tick that is followed',
      ({ main }) => [
        { ...main, length: 1, accents: Array.from({ length: 900 }, () => ({ at: 0 })) },
        { ...main, id: 'long', length: 61_440, parent: 'main', own: {} },
      ],
      /more than 1024 accents/,
    ],
    [
      '16 patterns of one tick in a slot of 64 bars',
      ({ main, section }) => [
        { ...main, length: 1, own: { a: hit(0) } },
        {
          ...section,
          slots: [
            {
              id: 'long',
              length: 64 * 3840,
              layers: Array.from({ length: 16 }, () => ({ ...section.slots[0]?.layers[0] })),
            },
          ],
        },
      ],
      /strokes and controller values as played|repeats more than/,
    ],
    [
      '256 × 32 × 256 empty slots',
      ({ section, song }) => [
        {
          ...section,
          slots: Array.from({ length: 256 }, (_, i) => ({ id: `e${i}`, length: 240, layers: [] })),
        },
        {
          ...song,
          form: Array.from({ length: 256 }, (_, i) => ({
            id: `o${i}`,
            section: 'verse',
            times: 32,
            silencedVoices: [],
          })),
        },
      ],
      /slots as played: 2,097,152; at most 4,096/,
    ],
    [
      '1,024 bars of rolls of 12 on five rows',
      ({ main, section, song }) => [
        {
          ...main,
          own: Object.fromEntries(
            ['kick', 'snare', 'closed-hat', 'open-hat', 'crash'].flatMap((voice) =>
              [0, 960, 1920, 2880].map((at) => [`${voice}-${at}`, { ...twelve, voice, at }]),
            ),
          ),
        },
        section,
        {
          ...song,
          form: Array.from({ length: 32 }, (_, i) => ({
            id: `o${i}`,
            section: 'verse',
            times: 32,
            silencedVoices: [],
          })),
        },
      ],
      /strokes and controller values as played/,
    ],
  ])('%s', async (_, change, words) => {
    const one = await songOf(1);
    const answer = await save(one.id, 2, change(one));
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toMatch(words);
  });

  test('a long line of parents, and more records than a song may have', async () => {
    const { id, main } = await songOf(1);
    const line = (from: number, count: number) =>
      Array.from({ length: count }, (_, i) => ({
        ...main,
        id: `p${from + i}`,
        own: {},
        parent: from + i ? `p${from + i - 1}` : 'main',
      }));
    const deep = await save(id, 2, line(0, LIMITS.parents + 1)).expect(422);
    expect(JSON.stringify(deep.body)).toMatch(/follow one another: 65; at most 64/);
    await save(id, 2, line(0, LIMITS.parents)).expect(200);
    const flat = Array.from({ length: LIMITS.records }, (_, i) => ({ ...main, id: `q${i}`, own: {} }));
    const full = await save(id, 3, flat).expect(422);
    expect(JSON.stringify(full.body)).toMatch(/records of the song: [\d,]+; at most 2,000/);
  });
});

test('an export that is asked for at once tells how it is, and is then the same as one that was waited for', async () => {
  const { id } = await songOf(8);
  const begun = await api()
    .post(`/api/songs/${id}/exports`)
    .set('prefer', 'respond-async')
    .send({ regions: ['song', 'slot'] })
    .expect(202);
  const { exportId, state } = begun.body as { exportId: string; state: string };
  expect(['queued', 'running']).toContain(state);
  let found = begun.body as { state: string };
  while (found.state !== 'done') {
    await delay(20);
    found = (await api().get(`/api/exports/${exportId}`).expect(200)).body as { state: string };
    expect(['queued', 'running', 'done']).toContain(found.state);
  }
  expect(found).toMatchObject({ exportId, number: 1, verified: { differences: 0 } });
  await api().delete(`/api/exports/${exportId}`).expect(409);
  const again = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['song', 'slot'] })
    .expect(201);
  const hashes = (body: unknown) =>
    (body as { regions: { sha256: string }[] }).regions.map((one) => one.sha256);
  expect(hashes(again.body)).toEqual(hashes(found));
});

test('exports wait their turn and are told so, can be cancelled, and saves go on meanwhile', async () => {
  const dense = Object.fromEntries(Array.from({ length: 64 }, (_, i) => [`h${i}`, hit(i * 60)]));
  const { id, main } = await songOf(64, dense);
  const ask = () =>
    api()
      .post(`/api/songs/${id}/exports`)
      .set('prefer', 'respond-async')
      .send({ regions: ['song', 'slot'] })
      .expect(202);
  const first = ((await ask()).body as { exportId: string }).exportId;
  const second = (await ask()).body as { exportId: string; state: string; ahead: number };
  expect(second).toMatchObject({ state: 'queued', ahead: 1 });
  await save(id, 2, [{ ...main, name: 'While it runs' }]).expect(200);
  await api().delete(`/api/exports/${second.exportId}`).expect(204);
  await api().delete(`/api/exports/${first}`).expect(204);
  const ended = await api().get(`/api/exports/${first}`).expect(200);
  expect(ended.body).toMatchObject({ state: 'failed', message: expect.stringMatching(/cancelled/) });
  // Nothing is left of them: the next export is the song's first.
  const next = await api()
    .post(`/api/songs/${id}/exports`)
    .send({ regions: ['pattern'] })
    .expect(201);
  expect(next.body).toMatchObject({ number: 1 });
});

test('a job that takes too long or too much memory is ended with its thread, and the next one is done', async () => {
  const { id } = await songOf(64);
  const file = `${folder()}/plucky-verse.db`;
  const wish = { songId: id, revision: 1, as: 'whole' as const };
  const hasty = new Lane(file, { time: 0 });
  await expect(hasty.run(look, wish).result).rejects.toThrow(/longer than 0 s/);
  await hasty.close();
  const small = new Lane(file, { memory: 8 });
  await expect(small.run(look, wish).result).rejects.toThrow(/more memory/);
  await small.close();
  const usual = new Lane(file, { waiting: 1 });
  const [running, waiting] = [usual.run(look, wish), usual.run(look, wish)];
  expect([running.state().state, waiting.state()]).toEqual(['running', { state: 'queued', ahead: 1 }]);
  expect(() => usual.run(look, wish)).toThrow(/wait already/);
  waiting.cancel();
  await expect(waiting.result).rejects.toThrow(/cancelled/);
  expect((await running.result).now).toBe(2);
  await usual.close();
});
