import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FORMAT, type Pattern, sparse } from '@plucky/core/song';
import libsql from 'libsql';
import { ask } from './http.js';
import { type Figure, figure, inTurns, p99 } from './measure.js';
import { longSong, type MadeSong, madeSong, save } from './songs-made.js';

/**
 * Saves change sets over HTTP beside the smallest durable commit that the same database can make and a request that does
 * nothing, and beside an export.
 */
export async function serverFigures(address: string): Promise<Figure[]> {
  const save = saver(address, await madeSong(address));
  return [...(await commitFigures(address, save)), await besideExport(address, save)];
}

/** Saves another velocity of a song's first kick each time, as a page does. */
function saver(address: string, song: MadeSong): () => Promise<void> {
  const main = song.records.find(
    (record): record is Pattern => record.id === 'main' && record.kind === 'pattern',
  );
  const kick = main?.own['kick-1'];
  if (!main || !kick) throw new Error('There is no first kick.');
  const withVelocity = (velocity: number): Pattern => ({
    ...main,
    own: { ...main.own, 'kick-1': { ...kick, velocity } },
  });
  let { revision } = song;
  let now: Pattern = main;
  return async () => {
    const next = withVelocity(1 + (revision % 126));
    const change = sparse({ added: {}, updated: { main: [now, next] }, removed: {} });
    revision = await save(address, { id: song.id, revision }, { format: FORMAT, id: randomUUID(), change });
    now = next;
  };
}

/** Number of saves timed while nothing else goes on, and pause between two, in ms. */
const [QUIET, BETWEEN] = [200, 15];

/** Time of all but one in a hundred saves while a song of 1,000 bars is exported, beside a quiet server. */
async function besideExport(address: string, save: () => Promise<void>): Promise<Figure> {
  const timed = async (goesOn: () => boolean) => {
    const times: number[] = [];
    while (goesOn()) {
      const start = performance.now();
      await save();
      times.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, BETWEEN));
    }
    return times;
  };
  let left = QUIET;
  const quiet = await timed(() => left-- > 0);
  const { id } = await longSong(address);
  let isOn = true;
  const body = JSON.stringify({ regions: ['song', 'section', 'slot'] });
  const exported = fetch(`${address}/api/songs/${id}/exports`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body,
  }).finally(() => (isOn = false));
  const beside = await timed(() => isOn);
  const answer = await exported;
  if (!answer.ok) throw new Error(`The export answered ${answer.status}.`);
  return {
    name: 'save beside an export, p99',
    unit: 'ms',
    median: p99(beside),
    runs: beside.length,
    ratio: { 'its quiet p99': p99(beside) / p99(quiet) },
  };
}

/** Number of saves before the timed ones, so that their code is compiled, and number of timed ones. */
const [WARM_UP, RUNS] = [300, 200];

async function commitFigures(address: string, save: () => Promise<void>): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-bench-'));
  const database = new libsql(join(folder, 'bare.db'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec('CREATE TABLE one (id integer PRIMARY KEY, value text)');
  const insert = database.prepare('INSERT INTO one (value) VALUES (?)');
  try {
    for (let i = 0; i < WARM_UP; i++) await save();
    const work = {
      'save change set': save,
      'bare commit': () => insert.run('x'),
      'request without work': () => ask(`${address}/api/health`),
    };
    const medians = await inTurns(work, RUNS);
    return [figure(medians, 'save change set', RUNS)];
  } finally {
    database.close();
    rmSync(folder, { recursive: true });
  }
}
