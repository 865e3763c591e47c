import type { EarlierFile, Since } from '@plucky/core/midi';
import { REGION_KINDS } from '@plucky/core/song';

/** Of each region of a song the last hand-off before number ?2 that brought it; columns beside a maximum are those of its row. */
export const LEFT_BEFORE = `SELECT region.id, region.kind, region.name, region.file, region.startBar, region.bars, region.hits,
    region.state, region.sha256, region.sound, region.tracks, region.differences, export.id AS exportId,
    json_extract(export.options, '$.pickUp') AS pickUp, MAX(export.number) AS handOff
  FROM region JOIN export ON export.id = region.exportId
  WHERE export.songId = ?1 AND export.state = 'done' AND export.number < ?2
  GROUP BY region.id ORDER BY handOff DESC, region.position`;

/**
 * Deletes the exports of a song up to number ?2 of which no file lies at the other side any more: each of their regions has left
 * later.
 */
export const FORGET_REPLACED = `DELETE FROM export WHERE songId = ?1 AND number <= ?2 AND NOT EXISTS (
  SELECT 1 FROM region WHERE region.exportId = export.id AND NOT EXISTS (
    SELECT 1 FROM export AS after JOIN region AS later ON later.exportId = after.id AND later.id = region.id
    WHERE after.songId = export.songId AND after.state = 'done' AND after.number > export.number))`;

/** A file that left, as it is kept. */
export interface LeftBefore extends EarlierFile {
  readonly exportId: string;
  readonly hits: number;
  readonly state: Since['state'];
  /** Of what is heard of it; null where it was not kept. */
  readonly sound: string | null;
  readonly differences: readonly string[];
}

/** A row of LEFT_BEFORE as the file that it is of. */
export function leftBefore(row: Readonly<Record<string, unknown>>): LeftBefore {
  const text = (key: string) => String(row[key]);
  return {
    id: text('id'),
    kind: REGION_KINDS.find((kind) => kind === row['kind']) ?? 'section',
    name: text('name'),
    file: text('file'),
    startBar: row['startBar'] === null ? null : Number(row['startBar']),
    bars: Number(row['bars']),
    hits: Number(row['hits']),
    state: text('state') as Since['state'],
    sha256: text('sha256'),
    sound: row['sound'] === null ? null : text('sound'),
    tracks: JSON.parse(text('tracks')) as LeftBefore['tracks'],
    differences: JSON.parse(text('differences')) as LeftBefore['differences'],
    exportId: text('exportId'),
    pickUp: Boolean(row['pickUp']),
    handOff: Number(row['handOff']),
  };
}
