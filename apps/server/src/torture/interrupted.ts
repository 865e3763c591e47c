import { spawnSync } from 'node:child_process';
import { closeSync, openSync, statSync, writeSync } from 'node:fs';
import { setTimeout as delay } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { randomFrom } from '@plucky/core/time';
import { isSound, listCopies } from '../database/copies.ts';
import { ask, Writer } from './client.ts';
import type { Report } from './report.ts';
import type { Scale } from './scale.ts';
import { ServerProcess } from './server-process.ts';

const RESTORE = fileURLToPath(new URL('../restore.js', import.meta.url));

/** Kills the server within exports, song files and copies: after each start every song opens and every copy is whole. */
export async function killInTheMiddle(
  dataDir: string,
  { seed, rounds }: Scale,
  report: Report,
): Promise<void> {
  const random = randomFrom(seed);
  let server = await ServerProcess.start(dataDir);
  const { id } = await Writer.on(server.address, 'demo:paper-lanterns');
  const file = await ask<object>(server.address, 'GET', `/songs/${id}/file`);
  let faults = 0;
  for (let round = 0; round < rounds; round++) {
    const work =
      round % 2
        ? ask(server.address, 'POST', '/songs/file', file.body)
        : ask(server.address, 'POST', `/songs/${id}/exports`, { regions: ['song', 'section', 'slot'] });
    await delay(random.whole(0, 250));
    await server.end('SIGKILL');
    await work;
    server = await ServerProcess.start(dataDir);
    const { body } = await ask<{ id: string }[]>(server.address, 'GET', '/songs');
    for (const song of body)
      if ((await ask(server.address, 'GET', `/songs/${song.id}`)).status !== 200) faults++;
    const kept = await ask<{ exports: { exportId: string }[] }>(
      server.address,
      'GET',
      `/songs/${id}/exports`,
    );
    for (const { exportId } of kept.body.exports)
      if ((await ask(server.address, 'GET', `/exports/${exportId}.zip`)).status !== 200) faults++;
    faults += listCopies(dataDir).filter((copy) => !isSound(copy.file)).length;
  }
  report.figure(
    `kills within ${rounds} exports, song files and copies`,
    `songs, exports or copies not whole: ${faults}`,
    faults === 0,
  );
  await restoreAgainst(dataDir, server, report);
}

/** Restoring is refused while a server has the folder, and from a damaged copy; the latest sound one is taken instead. */
async function restoreAgainst(dataDir: string, server: ServerProcess, report: Report): Promise<void> {
  const restore = (...args: readonly string[]) =>
    spawnSync(process.execPath, [RESTORE, ...args], {
      env: { ...process.env, DATA_DIR: dataDir },
      encoding: 'utf8',
    });
  const live = restore('latest');
  report.figure('restore against a live server', live.stderr.trim().split('\n')[0] ?? '', live.status === 1);
  await server.end('SIGTERM');
  const [latest] = listCopies(dataDir);
  if (!latest) {
    report.figure('restore from a damaged copy', 'there is no copy', false);
    return;
  }
  const opened = openSync(latest.file, 'r+');
  for (let at = 4096; at < statSync(latest.file).size; at += 8192)
    writeSync(opened, Buffer.alloc(512, 0x5a), 0, 512, at);
  closeSync(opened);
  const damaged = restore('1');
  report.figure(
    'restore from a damaged copy',
    damaged.stderr.trim().split('\n')[0] ?? '',
    damaged.status === 1,
  );
  const sound = restore('latest');
  const isExpected = listCopies(dataDir).length > 1 ? sound.status === 0 : sound.status === 1;
  report.figure(
    'restore of the latest sound copy',
    (sound.stdout + sound.stderr).trim().split('\n')[0] ?? '',
    isExpected,
  );
}
