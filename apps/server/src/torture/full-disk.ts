import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DATABASE_NAME } from '../config.ts';
import { isSound, listCopies, makeCopy } from '../database/copies.ts';
import { ask, hit, Writer } from './client.ts';
import type { Report } from './report.ts';
import { ServerProcess } from './server-process.ts';
import { mountSmallDisk } from './small-disk.ts';

/** Fills a real disk under a server, fails, frees it, goes on, stops and starts: all that was acknowledged must be there. */
export async function fillTheDisk(report: Report): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-disk-'));
  const disk = mountSmallDisk(folder, 16);
  if (!disk) {
    report.leftOut('saves on a full disk', 'nothing can be mounted here');
    return;
  }
  try {
    let server = await ServerProcess.start(folder);
    const writer = await Writer.on(server.address);
    const withHits = (count: number) => ({
      ...writer.main,
      own: Object.fromEntries(Array.from({ length: count }, (_, i) => [`h${i}`, hit(i)])),
    });
    await writer.save([withHits(1)]);
    const works = await worksOf(server.address, folder, writer);
    const before = await works.state();
    disk.fill();
    const refused = await works.run();
    report.figure(
      'a song file, an import, an export and a copy on a full disk',
      wordsOf(refused),
      Object.values(refused).every((said) => said === 507 || said === 'refused') &&
        (await works.state()) === before,
    );
    const failed = [await writer.save([withHits(900)]), await writer.save([withHits(901)])];
    const sick = await ask<{ trouble?: string }>(server.address, 'GET', '/health');
    report.figure(
      'saves on a full disk',
      `answered ${failed.map((answer) => answer.status).join(' and ')}, health ${sick.status} (${sick.body.trouble})`,
      failed.every((answer) => answer.status === 507) && sick.status === 503,
    );
    disk.free();
    const done = await works.run();
    report.figure(
      'the same once there is room',
      wordsOf(done),
      Object.values(done).every((said) => said === 201 || said === 'made'),
    );
    const after: number[] = [];
    for (let i = 2; i < 60; i++) {
      after.push((await writer.save([withHits(i)])).status);
      // A request that is refused in between must not leave a transaction open.
      if (i % 5 === 0) await ask(server.address, 'POST', `/songs/${writer.id}/revert`, { revision: 9999 });
      if (i % 7 === 0)
        await ask(server.address, 'POST', `/songs/${writer.id}/changes`, {
          base: 1,
          label: 'stale',
          put: [],
          remove: [],
        });
    }
    const { revision } = writer;
    await server.end('SIGTERM');
    server = await ServerProcess.start(folder);
    const found = await ask<{ revision: number; records: { id: string; own?: object }[] }>(
      server.address,
      'GET',
      `/songs/${writer.id}`,
    );
    const hits = Object.keys(
      found.body.records.find((record) => record.id === writer.main.id)?.own ?? {},
    ).length;
    report.figure(
      'saves after it, across a stop',
      `${after.filter((status) => status === 200).length} of ${after.length} acknowledged, revision ${found.body.revision} of ${revision}, ${hits} hits of 59`,
      after.every((status) => status === 200) && found.body.revision === revision && hits === 59,
    );
    await server.end('SIGKILL');
  } finally {
    disk.remove();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Works that write more than a save does, and their visible results. */
async function worksOf(address: string, dataDir: string, { id }: Writer) {
  const { body: file } = await ask<object>(address, 'GET', `/songs/${id}/file`);
  const exported = () =>
    ask(address, 'POST', `/songs/${id}/exports`, { regions: ['song', 'section', 'slot'] });
  const imported = async () => {
    const boundary = 'a-line-between';
    const form = [
      `--${boundary}`,
      'content-disposition: form-data; name="file"; filename="song.json"',
      '',
      JSON.stringify(file),
      `--${boundary}--`,
      '',
    ].join('\r\n');
    const { body } = await ask<{ importId: string }>(address, 'POST', '/imports', form, {
      'content-type': `multipart/form-data; boundary=${boundary}`,
    });
    return ask(address, 'POST', '/songs', { from: `import:${body.importId}` });
  };
  const copied = () => {
    try {
      makeCopy(dataDir, join(dataDir, DATABASE_NAME), new Date());
      return 'made';
    } catch {
      return 'refused';
    }
  };
  return {
    /** The status that each answers, in turn. */
    run: async () => ({
      'song file': (await ask(address, 'POST', '/songs/file', file)).status,
      import: (await imported()).status,
      export: (await exported()).status,
      copy: copied(),
    }),
    /** The songs, the exports and the sound copies that there are. */
    state: async () => {
      const songs = await ask<readonly unknown[]>(address, 'GET', '/songs');
      const { body } = await ask<{ exports: readonly unknown[] }>(address, 'GET', `/songs/${id}/exports`);
      const copies = listCopies(dataDir).map((copy) => isSound(copy.file));
      return JSON.stringify([songs.body.length, body.exports.length, copies]);
    },
  };
}

function wordsOf(answers: Readonly<Record<string, number | string>>): string {
  return Object.entries(answers)
    .map(([name, said]) => `${name}: ${said}`)
    .join(', ');
}
