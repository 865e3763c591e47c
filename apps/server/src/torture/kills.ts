import { setTimeout as delay } from 'node:timers/promises';
import { randomFrom } from '@plucky/core/time';
import { ask, tempoOf, Writer } from './client.ts';
import type { Report } from './report.ts';
import type { Scale } from './scale.ts';
import { ServerProcess } from './server-process.ts';

/** Saves from several writers while the server is killed again and again: all that was acknowledged must be there. */
export async function killWhileSaving(
  dataDir: string,
  { rounds, seed }: Scale,
  report: Report,
): Promise<void> {
  const random = randomFrom(seed);
  let server = await ServerProcess.start(dataDir);
  const writers = await Promise.all(Array.from({ length: 8 }, () => Writer.on(server.address)));
  let [acknowledged, lost] = [0, 0];
  for (let round = 0; round < rounds; round++) {
    let isOver = false;
    const write = async (writer: Writer): Promise<void> => {
      while (!isOver) {
        const { status } = await writer.saveNext(server.address);
        if (status === 200) acknowledged++;
        else return;
      }
    };
    const writing = writers.map(write);
    await delay(300 + random.whole(0, 900));
    await server.end('SIGKILL');
    isOver = true;
    await Promise.all(writing);
    server = await ServerProcess.start(dataDir);
    for (const writer of writers) {
      const { body } = await ask<{ revision: number; records: { kind: string; tempo: number }[] }>(
        server.address,
        'GET',
        `/songs/${writer.id}`,
      );
      const tempo = body.records.find((record) => record.kind === 'song')?.tempo;
      // One more than was acknowledged may be there: its answer was cut off.
      const isThere =
        body.revision >= writer.revision && (body.revision === 1 || tempo === tempoOf(body.revision));
      if (!isThere) lost++;
      writer.revision = body.revision;
    }
  }
  await server.end('SIGTERM');
  report.figure(
    `saves acknowledged under ${rounds} kills`,
    `${acknowledged.toLocaleString('en')}, songs behind: ${lost}`,
    lost === 0 && acknowledged > 0,
  );
}
