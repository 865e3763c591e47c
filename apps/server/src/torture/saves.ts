import { copyFileSync, existsSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openConnection, prepareForWriting } from '../database/connection.ts';
import { ask, hit, Writer } from './client.ts';
import { ms, percentile, type Report } from './report.ts';
import type { Scale } from './scale.ts';
import { ServerProcess } from './server-process.ts';

/** Times saves beside a bare commit on the same disk, alone and from 16 writers at once. */
export async function timeSaves(address: string, { saves }: Scale, report: Report): Promise<void> {
  const writer = await Writer.on(address);
  for (let i = 0; i < 30; i++) await writer.saveNext();
  const bare: number[] = [];
  const alone: number[] = [];
  const commit = bareCommit();
  for (let i = 0; i < saves; i++) {
    // In turn, so that both meet the same moods of the disk.
    bare.push(commit.once());
    const { status, took } = await writer.saveNext();
    if (status !== 200) {
      report.figure('saves in a row', `answered ${status} at save ${i + 1}`, false);
      return;
    }
    alone.push(took);
  }
  commit.end();
  const [b, a] = [percentile(bare, 0.99), percentile(alone, 0.99)];
  report.figure(
    `${saves} saves in a row`,
    `p50 ${ms(percentile(alone, 0.5))}, p99 ${ms(a)} = ${(a / b).toFixed(1)} × a bare commit (p50 ${ms(percentile(bare, 0.5))}, p99 ${ms(b)})`,
    true,
    a <= 3 * b,
  );
  const writers = await Promise.all(Array.from({ length: 16 }, () => Writer.on(address)));
  const together = (send: (one: Writer) => Promise<{ readonly took: number }>) =>
    Promise.all(
      writers.map(async (one) => {
        const took: number[] = [];
        for (let i = 0; i < Math.ceil(saves / 16); i++) took.push((await send(one)).took);
        return took;
      }),
    ).then((all) => all.flat());
  // Time of 16 askers who need no disk: the machine shares two processors with them.
  const asking = await together(() => ask(address, 'GET', '/health'));
  const saving = await together((one) => one.saveNext());
  const [h, t] = [percentile(asking, 0.99), percentile(saving, 0.99)];
  report.figure(
    'saves of 16 writers at once, none of them pausing',
    `p50 ${ms(percentile(saving, 0.5))}, p99 ${ms(t)}; 16 health checks at once p99 ${ms(h)}`,
    true,
    t <= Math.max(50, 3 * h),
  );
}

/** A row written and committed with nothing around it. */
function bareCommit() {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-bare-'));
  const connection = openConnection(join(folder, 'bare.db'));
  prepareForWriting(connection);
  connection.exec('CREATE TABLE one (id integer PRIMARY KEY, body text)');
  const put = connection.prepare(
    'INSERT INTO one (id, body) VALUES (1, ?) ON CONFLICT DO UPDATE SET body = excluded.body',
  );
  return {
    once: () => {
      const from = performance.now();
      connection.exec('BEGIN IMMEDIATE');
      put.run('x'.repeat(800) + String(from));
      connection.exec('COMMIT');
      return performance.now() - from;
    },
    end: () => {
      connection.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** Many saves of one song, a stop with requests half open, and what lies on the disk then. */
export async function stopAndWeigh(dataDir: string, { longHistory }: Scale, report: Report): Promise<string> {
  const server = await ServerProcess.start(dataDir);
  const writer = await Writer.on(server.address, 'demo:paper-lanterns');
  for (let i = 0; i < longHistory; i++)
    await writer.save([
      { ...writer.main, own: { ...writer.main.own, [`k${i % 40}`]: hit(i % 3840, 1 + (i % 127)) } },
    ]);
  const { port } = new URL(server.address);
  const halfOpen = Array.from({ length: 5 }, () => {
    const socket = connect(Number(port), '127.0.0.1');
    socket.on('error', () => undefined);
    socket.write(
      'POST /api/songs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 900\r\n\r\n{',
    );
    return socket;
  });
  await new Promise((resolve) => setTimeout(resolve, 200));
  const took = await server.end('SIGINT');
  for (const socket of halfOpen) socket.destroy();
  report.figure('Ctrl+C with half-open requests', `ended in ${took.toFixed(0)} ms`, true, took < 2000);

  const file = join(dataDir, 'plucky-verse.db');
  const alone = join(dataDir, 'alone.db');
  copyFileSync(file, alone);
  const connection = openConnection(alone);
  const [row] = connection.prepare('SELECT revision FROM song WHERE id = ?').all(writer.id);
  connection.close();
  const log = existsSync(`${file}-wal`) ? statSync(`${file}-wal`).size : 0;
  const megabytes = statSync(file).size / 1024 / 1024;
  report.figure(
    `a database of ${longHistory.toLocaleString('en')} saves`,
    `${megabytes.toFixed(2)} MB in the one file, ${log} bytes in its log, revision ${String(row?.['revision'])} of ${writer.revision}`,
    megabytes < 10 && log === 0 && row?.['revision'] === writer.revision,
  );
  return alone;
}
