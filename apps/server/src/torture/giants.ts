import { setTimeout as delay } from 'node:timers/promises';
import { LIMITS } from '@plucky/core/song';
import { type Answer, ask, hit, Writer } from './client.ts';
import { ms, percentile, type Report } from './report.ts';
import type { Scale } from './scale.ts';

const NOTHING = { silencedVoices: [], own: {}, silenced: [], changed: {} };
const many = (count: number, at = 0) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, hit(at)]));
/** Rows of the kit, each played on every 16th. */
const ROWS = ['kick', 'snare', 'closed-hat', 'open-hat', 'crash', 'ride'];
const roll = { hits: 12, span: 960, velocity: 90, curve: 0, pitch: 0, pan: 0 };

interface Giant {
  readonly name: string;
  readonly make: (writer: Writer) => readonly (readonly object[])[];
}

const slotsOf = (count: number, length: number, layers: readonly object[]) =>
  Array.from({ length: count }, (_, i) => ({ id: `s${i}`, length, layers }));
const sectionOf = (slots: readonly object[]) => ({
  id: 'sec',
  kind: 'section',
  name: 'Giant',
  role: 'verse',
  slots,
});
const formOf = (writer: Writer, count: number, times: number) => ({
  ...writer.song,
  form: Array.from({ length: count }, (_, i) => ({ id: `o${i}`, section: 'sec', times, silencedVoices: [] })),
});

/** Small change sets that would make a large song. */
const GIANTS: readonly Giant[] = [
  {
    name: '32 shapes that roll into each other over one hit',
    make: ({ main }) => [
      [
        { ...main, own: { a: hit(1920) } },
        {
          ...main,
          id: 'boom',
          parent: main.id,
          own: {},
          shapes: Array.from({ length: 32 }, (_, i) => ({
            id: `s${i}`,
            rule: 'roll into',
            voices: null,
            hits: 2,
            span: 60,
            start: 60,
          })),
        },
        {
          ...main,
          id: 'boom2',
          parent: main.id,
          own: {},
          shapes: Array.from({ length: 32 }, (_, i) => ({ id: `d${i}`, rule: 'double time', voices: null })),
        },
      ],
    ],
  },
  {
    name: '60,000 accents',
    make: ({ main }) => [
      [{ ...main, length: 1, accents: Array.from({ length: 60_000 }, () => ({ at: 0 })) }],
    ],
  },
  {
    name: '2,000 hits in a pattern of one tick that is repeated',
    make: ({ main }) => [
      [
        { ...main, length: 1, own: many(2000) },
        { ...main, id: 'long', length: 61_440, parent: main.id, own: {} },
        sectionOf(slotsOf(1, 64 * 3840, [{ pattern: main.id, ...NOTHING }])),
      ],
    ],
  },
  {
    name: '16 patterns of one tick in a slot of 64 bars',
    make: ({ main }) => [
      [
        { ...main, length: 1, own: { a: hit(0) } },
        sectionOf(
          slotsOf(
            1,
            64 * 3840,
            Array.from({ length: 16 }, () => ({ pattern: main.id, ...NOTHING })),
          ),
        ),
      ],
    ],
  },
  {
    name: '256 occurrences × 32 × 256 empty slots',
    make: (writer) => [[sectionOf(slotsOf(256, 1, [])), formOf(writer, 256, 32)]],
  },
  {
    name: 'a line of 12,000 parents',
    make: ({ main }) =>
      Array.from({ length: 8 }, (_, part) =>
        Array.from({ length: 1500 }, (_, i) => ({
          ...main,
          id: `p${part * 1500 + i}`,
          own: {},
          accents: [],
          parent: part + i ? `p${part * 1500 + i - 1}` : main.id,
        })),
      ),
  },
  {
    name: '1,024 bars of rolls of 12 on five rows',
    make: (writer) => [
      [
        {
          ...writer.main,
          own: Object.fromEntries(
            ['kick', 'snare', 'closed-hat', 'open-hat', 'crash'].flatMap((voice) =>
              Array.from({ length: 16 }, (_, i) => [`${voice}${i}`, { ...hit(i * 240), voice, roll }]),
            ),
          ),
        },
        sectionOf(slotsOf(32, 3840, [{ pattern: writer.main.id, ...NOTHING }])),
        formOf(writer, 32, 1),
      ],
    ],
  },
];

/** Each giant must be refused or be done within the limits, and no health check may wait for it. */
export async function sendGiants(address: string, report: Report): Promise<void> {
  for (const { name, make } of GIANTS) {
    const writer = await Writer.on(address);
    const probe = probing(() => ask(address, 'GET', '/health'));
    const answers: Answer<unknown>[] = [];
    for (const put of make(writer)) answers.push(await writer.save(put));
    const opened = await ask(address, 'GET', `/songs/${writer.id}`);
    const waits = await probe.end();
    const slowest = Math.max(...answers.map((answer) => answer.took));
    const isSound =
      answers.every(({ status }) => [200, 400, 413, 422].includes(status)) && opened.status === 200;
    report.figure(
      name,
      `answered ${[...new Set(answers.map((answer) => answer.status))].join(', ')} in ${ms(slowest)} at most, health at most ${ms(Math.max(...waits))}`,
      isSound,
      slowest < 2000,
    );
    await ask(address, 'DELETE', `/songs/${writer.id}`);
  }
}

/** Exports and reverts of the largest song that is accepted: saves and health go on as if nothing was. */
export async function exportGiant(address: string, { giantSlots }: Scale, report: Report): Promise<void> {
  const giant = await Writer.on(address);
  const dense = Object.fromEntries(
    ROWS.flatMap((voice) =>
      Array.from({ length: 16 }, (_, i) => [`${voice}${i}`, { ...hit(i * 240), voice }]),
    ),
  );
  const layer = { pattern: giant.main.id, ...NOTHING };
  const made = await giant.save([
    { ...giant.main, own: dense },
    sectionOf(slotsOf(giantSlots, 3840, [layer])),
    formOf(giant, 4, 4),
  ]);
  const strokes = giantSlots * 16 * 16 * ROWS.length;
  report.figure(
    'a song near the limits',
    `${(giantSlots * 16).toLocaleString('en')} bars and slots, ${strokes.toLocaleString('en')} strokes of ${LIMITS.strokes.toLocaleString('en')}, answered ${made.status} in ${ms(made.took)}`,
    made.status === 200,
  );
  const other = await Writer.on(address);
  await whileBusy('its export', report, other, async () => {
    const begun = await ask<{ exportId: string }>(
      address,
      'POST',
      `/songs/${giant.id}/exports`,
      { regions: ['song', 'section', 'slot', 'pattern'] },
      { prefer: 'respond-async' },
    );
    for (;;) {
      const { body } = await ask<{ state: string; message?: string; regions?: unknown[] }>(
        address,
        'GET',
        `/exports/${begun.body.exportId}`,
      );
      if (body.state === 'done') return `${body.regions?.length} files`;
      if (body.state === 'failed') return `refused: ${body.message}`;
      await delay(100);
    }
  });
  for (let i = 0; i < 60; i++) await giant.save([{ ...giant.main, own: { ...dense, [`x${i}`]: hit(i) } }]);
  await whileBusy('its revert', report, other, async () => {
    const { status, took } = await ask(address, 'POST', `/songs/${giant.id}/revert`, { revision: 2 });
    return `${status} in ${ms(took)}`;
  });
  await ask(address, 'DELETE', `/songs/${giant.id}`);
}

async function whileBusy(
  name: string,
  report: Report,
  writer: Writer,
  work: () => Promise<string>,
): Promise<void> {
  const health = probing(() => ask(writer.address, 'GET', '/health'));
  const saves = probing(() => writer.saveNext());
  const words = await work();
  // A busy time too short to tell a percentile of is made longer.
  while (saves.count() < 40) await delay(20);
  const [healthWaits, saveWaits] = [await health.end(), await saves.end()];
  const [h, s] = [percentile(healthWaits, 0.99), percentile(saveWaits, 0.99)];
  report.figure(
    name,
    `${words}; meanwhile health p99 ${ms(h)} of ${healthWaits.length}, saves p99 ${ms(s)} of ${saveWaits.length}`,
    true,
    h < 50 && s < 50,
  );
}

/** Asks again and again until it is ended; gives how long each answer took, in ms. */
function probing(send: () => Promise<Answer<unknown>>) {
  const probe = { isOver: false };
  const took: number[] = [];
  const running = (async () => {
    while (!probe.isOver) {
      const answer = await send();
      if (answer.status !== 200) throw new Error(`A probe was answered ${answer.status}.`);
      took.push(answer.took);
      await delay(5);
    }
  })();
  return {
    count: () => took.length,
    end: async () => {
      probe.isOver = true;
      await running;
      return took;
    },
  };
}
