import { FORMAT, type SongRecord } from '@plucky/core/song';
import type { EntityManager } from 'typeorm';
import { type MadeRow, rowOf } from './made-song.ts';
import type { ChangeEntity, SongEntity } from './song.entity.ts';

// Statements of each save, written out: a query builder would take longer than the database.

/** The revision and format of a song that is not in the bin; null when there is none. */
export async function stateOf(
  manager: EntityManager,
  id: string,
): Promise<Pick<SongEntity, 'revision' | 'format'> | null> {
  const [song] = await manager.query<Pick<SongEntity, 'revision' | 'format'>[]>(
    'SELECT revision, format FROM song WHERE id = ? AND deletedAt IS NULL',
    [id],
  );
  return song ?? null;
}

export function putRecords(
  manager: EntityManager,
  songId: string,
  records: readonly SongRecord[],
): Promise<void> {
  return putRows(manager, songId, records.map(rowOf));
}

export async function putRows(
  manager: EntityManager,
  songId: string,
  rows: readonly MadeRow[],
): Promise<void> {
  for (const { id, kind, body } of rows)
    await manager.query(
      `INSERT INTO record (songId, id, kind, body) VALUES (?, ?, ?, ?)
       ON CONFLICT (songId, id) DO UPDATE SET kind = excluded.kind, body = excluded.body`,
      [songId, id, kind, body],
    );
}

export async function removeRecords(
  manager: EntityManager,
  songId: string,
  ids: readonly string[],
): Promise<void> {
  for (const id of ids) await manager.query('DELETE FROM record WHERE songId = ? AND id = ?', [songId, id]);
}

/** A song's face, its revision among it. */
export async function updateSong(
  manager: EntityManager,
  {
    id,
    name,
    tempo,
    meter,
    bars,
    keyName,
    revision,
    updatedAt,
  }: Omit<SongEntity, 'deletedAt' | 'binnedAt' | 'format'>,
): Promise<void> {
  await manager.query(
    'UPDATE song SET name = ?, tempo = ?, meter = ?, bars = ?, keyName = ?, revision = ?, updatedAt = ?, format = ? WHERE id = ?',
    [name, tempo, meter, bars, keyName, revision, updatedAt, FORMAT, id],
  );
}

export async function addChange(
  manager: EntityManager,
  change: Omit<ChangeEntity, 'inverse' | 'covers'>,
): Promise<void> {
  const { songId, revision, label, at, undo, format, saveId, answer, seenAt } = change;
  await manager.query(
    "INSERT INTO change (songId, revision, label, inverse, at, undo, format, saveId, answer, seenAt) VALUES (?, ?, ?, '', ?, ?, ?, ?, ?, ?)",
    [songId, revision, label, at, undo, format, saveId, answer, seenAt],
  );
}

/** The answer that a save of this name got, as JSON; null when there is none. */
export async function answerTo(
  manager: EntityManager,
  songId: string,
  saveId: string,
): Promise<string | null> {
  const [found] = await manager.query<Pick<ChangeEntity, 'answer'>[]>(
    'SELECT answer FROM change WHERE songId = ? AND saveId = ?',
    [songId, saveId],
  );
  return found?.answer ?? null;
}

/** The most of a song that is written in one turn, in characters. */
const A_TURN = 128 * 1024;

/** Rows some at a time. */
export function* inTurns(rows: readonly MadeRow[]): Iterable<MadeRow[]> {
  let [some, size]: [MadeRow[], number] = [[], 0];
  for (const row of rows) {
    some.push(row);
    size += row.body.length;
    if (size < A_TURN) continue;
    yield some;
    [some, size] = [[], 0];
  }
  if (some.length) yield some;
}
