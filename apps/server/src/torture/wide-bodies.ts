import { ask, hit, Writer } from './client.ts';
import { ms, percentile, type Report } from './report.ts';

const keys = (count: number) => Array.from({ length: count }, (_, i) => `"k${i}":{"a":${i % 10}}`).join(',');

/** Times that a body is sent. */
const IN_A_ROW = 20;

/** Times the health check while the widest and largest bodies come in. */
export async function sendWideBodies(address: string, report: Report): Promise<void> {
  const writer = await Writer.on(address);
  const own = (count: number) =>
    Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, hit(i % 3840)]));
  const pattern = (id: string, count: number) => ({ ...writer.main, id, own: own(count) });
  const change = (put: readonly object[]) =>
    JSON.stringify({
      base: writer.revision,
      label: 'wide',
      change: { added: put, updated: {}, removed: [] },
    });
  const { body } = await ask<{ records: { id: string }[] }>(address, 'GET', `/songs/${writer.id}`);
  const file = (records: readonly object[]) =>
    JSON.stringify({ kind: 'plucky-verse-song', format: 8, records });
  const rest = body.records.filter(({ id }) => id !== 'main');
  const bodies: readonly (readonly [name: string, path: string, text: string])[] = [
    [
      '60,000 keys in one object',
      `/songs/${writer.id}/changes`,
      `{"base":1,"label":"x","put":[{${keys(60_000)}}],"remove":[]}`,
    ],
    [
      '16,000 keys in one object',
      `/songs/${writer.id}/changes`,
      `{"base":1,"label":"x","put":[{${keys(16_000)}}],"remove":[]}`,
    ],
    ['a pattern of 4,000 hits', `/songs/${writer.id}/changes`, change([pattern('wide', 4000)])],
    [
      'a song file of 100,000 keys',
      '/songs/file',
      file([Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`k${i}`, i]))]),
    ],
    [
      'a song file of 80,000 hits',
      '/songs/file',
      file([...rest, ...Array.from({ length: 10 }, (_, i) => pattern(i ? `p${i}` : 'main', 8000))]),
    ],
  ];
  for (const [name, path, text] of bodies) {
    const { took, status, health } = await besideHealth(address, async () => {
      let last = await ask(address, 'POST', path, text);
      // Often enough that one in a hundred answers means something.
      for (let i = 1; i < (path === '/songs/file' ? 1 : IN_A_ROW); i++)
        last = await ask(address, 'POST', path, text);
      return last;
    });
    const p99 = percentile(health, 0.99);
    report.figure(
      `${name} (${(text.length / 1e6).toFixed(1)} MB)`,
      `answered ${status} in ${ms(took)}; health meanwhile p99 ${ms(p99)} of ${health.length}`,
      status > 0 && status < 500,
      p99 < 50,
    );
  }
}

async function besideHealth(address: string, send: () => ReturnType<typeof ask>) {
  const health: number[] = [];
  const watch = { isOver: false };
  const asking = (async () => {
    while (!watch.isOver) {
      health.push((await ask(address, 'GET', '/health')).took);
      await new Promise((resolve) => setTimeout(resolve, 2));
    }
  })();
  // Some at rest, so that the first is not the only one.
  await new Promise((resolve) => setTimeout(resolve, 100));
  const { took, status } = await send();
  await new Promise((resolve) => setTimeout(resolve, 100));
  watch.isOver = true;
  await asking;
  return { took, status, health };
}
