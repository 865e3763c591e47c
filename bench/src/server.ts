import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Pattern, SongRecord } from '@plucky/core';
import libsql from 'libsql';
import { type Figure, figure, inTurns } from './measure.js';

/** Saves change sets over HTTP beside the smallest durable commit that the same database can make. */
export async function serverFigures(address: string): Promise<Figure[]> {
  const json = { 'content-type': 'application/json' };
  const created = await fetch(`${address}/api/songs`, {
    method: 'POST',
    headers: json,
    body: '{"from":"demo:paper-lanterns"}',
  });
  const song = (await created.json()) as { id: string; revision: number; records: SongRecord[] };
  const main = song.records.find(
    (record): record is Pattern => record.id === 'main' && record.kind === 'pattern',
  );
  const kick = main?.own['kick-1'];
  if (!main || !kick) throw new Error('There is no first kick.');
  let { revision } = song;
  const save = async () => {
    const own = { ...main.own, 'kick-1': { ...kick, velocity: 1 + (revision % 126) } };
    const body = JSON.stringify({ base: revision, label: 'bench', put: [{ ...main, own }], remove: [] });
    const answer = await fetch(`${address}/api/songs/${song.id}/changes`, {
      method: 'POST',
      headers: json,
      body,
    });
    if (!answer.ok) throw new Error(`The server answered ${answer.status}.`);
    ({ revision } = (await answer.json()) as { revision: number });
  };

  const folder = mkdtempSync(join(tmpdir(), 'plucky-bench-'));
  const database = new libsql(join(folder, 'bare.db'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.exec('CREATE TABLE one (id integer PRIMARY KEY, value text)');
  const insert = database.prepare('INSERT INTO one (value) VALUES (?)');
  try {
    const medians = await inTurns({ 'save change set': save, 'bare commit': () => insert.run('x') }, 60);
    return [figure(medians, 'save change set', 60)];
  } finally {
    database.close();
    rmSync(folder, { recursive: true });
  }
}
