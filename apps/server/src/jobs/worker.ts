import { parentPort, type Transferable } from 'node:worker_threads';
import { InvalidSongError, NewerFormatError } from '@plucky/core/song';
import { checkpoint } from '../database/checkpoint.job.ts';
import { copy } from '../database/copy.job.ts';
import { exportSong } from '../exports/export.job.ts';
import { zip } from '../exports/zip.job.ts';
import { foldImport, readImport } from '../imports/import.job.ts';
import { look } from '../songs/history/look.job.ts';
import { thin } from '../songs/history/thin.job.ts';
import { readSongText } from '../songs/read-song.job.ts';
import type { JobAnswer, JobKind, JobRequest, Jobs } from './job.ts';
import { JobRefused, type Work } from './work.ts';

const WORK: { readonly [K in JobKind]: Work<Jobs[K]['job'], Jobs[K]['done']> } = {
  export: exportSong,
  zip,
  look,
  thin,
  readImport,
  foldImport,
  readSong: readSongText,
  copy,
  checkpoint,
};

/** Progress is told at most this often, in ms. */
const TELL_EVERY = 100;

const tell = (answer: JobAnswer, moved: readonly Transferable[] = []) =>
  parentPort?.postMessage(answer, moved);

parentPort?.on('message', (request: JobRequest) => {
  let toldAt = 0;
  const progress = (done: number) => {
    if (Date.now() - toldAt < TELL_EVERY) return;
    toldAt = Date.now();
    tell({ says: 'progress', done });
  };
  try {
    // The table pairs each kind with its work, which the compiler cannot see through the union.
    const work = WORK[request.kind] as Work<JobRequest['job'], Jobs[JobKind]['done']>;
    tell({ says: 'done', result: work(request.job, { databaseFile: request.databaseFile, progress }) });
  } catch (error) {
    const refused = refusalOf(error);
    if (refused) tell({ says: 'refused', ...refused });
    else tell({ says: 'failed', message: messageOf(error), code: codeOf(error) });
  }
});

/** The refusal for input that is wrong; null for a fault of the work itself. */
function refusalOf(error: unknown) {
  if (error instanceof JobRefused) {
    const { status, message, problems } = error;
    return { status, message, problems };
  }
  if (error instanceof NewerFormatError) return { status: 409, message: error.message, problems: [] };
  if (error instanceof InvalidSongError)
    return { status: 422, message: `Nothing was changed. ${error.message}`, problems: error.problems };
  return null;
}

function messageOf(error: unknown): string {
  return error instanceof Error ? (error.stack ?? error.message) : String(error);
}

function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error ? String(error.code) : '';
}
