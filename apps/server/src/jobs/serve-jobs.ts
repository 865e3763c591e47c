import { parentPort, type Transferable } from 'node:worker_threads';
import { InvalidSongError, NewerFormatError } from '@plucky/core/song';
import { type Job, JobRefused } from './job.ts';
import type { JobAnswer, JobRequest } from './messages.ts';

/** Progress is told at most this often, in ms. */
const TELL_EVERY = 100;

const tell = (answer: JobAnswer, moved: readonly Transferable[] = []) =>
  parentPort?.postMessage(answer, moved);

/** Does these jobs, one after the other, for whoever has started this thread. */
export function serveJobs(jobs: readonly Job<never, unknown>[]): void {
  const byName = new Map(jobs.map((job) => [job.name, job]));
  parentPort?.on('message', ({ name, databaseFile, wish }: JobRequest) => {
    let toldAt = 0;
    const progress = (done: number) => {
      if (Date.now() - toldAt < TELL_EVERY) return;
      toldAt = Date.now();
      tell({ says: 'progress', done });
    };
    try {
      const job = byName.get(name);
      if (!job) throw new Error(`No worker knows the job ${name}.`);
      // A lane sends a job the wish that its type asks for.
      tell({ says: 'done', result: job.work(wish as never, { databaseFile, progress }) });
    } catch (error) {
      const refused = refusalOf(error);
      if (refused) tell({ says: 'refused', ...refused });
      else tell({ says: 'failed', message: messageOf(error), code: codeOf(error) });
    }
  });
}

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
