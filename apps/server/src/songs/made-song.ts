import { sizeProblems, songBars } from '@plucky/core/form';
import { indexOf, InvalidSongError, readSong, type SongDocument, type SongRecord } from '@plucky/core/song';
import { meterName } from '@plucky/core/time';

/** A song as it is stored: what lists show of it, and its records as texts. */
export interface MadeSong {
  readonly face: MadeFace;
  readonly rows: readonly MadeRow[];
}

export interface MadeRow {
  readonly id: string;
  readonly kind: string;
  readonly body: string;
}

/** The facts of a song that lists show, but for its place among the songs. */
export interface MadeFace {
  readonly name: string;
  readonly tempo: number;
  readonly meter: string;
  readonly keyName: string;
  readonly bars: number;
}

export function rowOf(record: SongRecord): MadeRow {
  return { id: record.id, kind: record.kind, body: JSON.stringify(record) };
}

export function madeFace(document: SongDocument): MadeFace {
  const { song } = indexOf(document);
  return {
    name: song.name,
    tempo: song.tempo,
    meter: meterName(song.meter),
    keyName: `${song.key.tonic} ${song.key.scale}`,
    bars: songBars(document),
  };
}

/** The rows of a song that was made, found as sound as one that a file says. Throws InvalidSongError. */
export function madeSong(document: SongDocument): MadeSong {
  const records = Object.values(document.records);
  readSong(records);
  const problems = sizeProblems(document);
  if (problems.length) throw new InvalidSongError(problems);
  return { face: madeFace(document), rows: records.map(rowOf) };
}
