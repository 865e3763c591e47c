import { songOfFile } from '@plucky/core/song';
import { problemIn, valuesIn } from '../http/plain-json.ts';
import { job, JobRefused } from '../jobs/job.ts';
import { type MadeSong, madeSong } from './made-song.ts';

/** Reads a song file as it was sent. */
export interface ReadSongWish {
  readonly text: Uint8Array;
}

/** More values than the largest song holds, with room for how they are written. */
const MOST_VALUES = 8_000_000;

export const readSongText = job<ReadSongWish, MadeSong>('read song', 'imports', ({ text }) => songIn(text));

/** The song that a file's text says. Throws JobRefused for a text that no song is made of, and what reading a song throws. */
export function songIn(text: Uint8Array): MadeSong {
  if (valuesIn(text) > MOST_VALUES)
    throw new JobRefused(413, 'The request is larger than the server takes. Nothing was changed.');
  const file = parsed(new TextDecoder().decode(text));
  const problem = problemIn(file);
  if (problem)
    throw new JobRefused(400, `Nothing was changed. ${problem.path || 'The body'} ${problem.message}.`, [
      problem,
    ]);
  return madeSong(songOfFile(file));
}

function parsed(json: string): unknown {
  try {
    return JSON.parse(json);
  } catch {
    throw new JobRefused(400, 'The request could not be read as JSON. Nothing was changed.');
  }
}
