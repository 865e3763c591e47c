import type { Problem } from '@plucky/core/song';

/** Tools of a job, beside its own wishes. */
export interface JobTools {
  readonly databaseFile: string;
  /** Tells how far the job is, 0..1. */
  readonly progress: (done: number) => void;
}

/** Works a job out; what it needs of the database it reads itself. */
export type Work<Job, Done> = (job: Job, tools: JobTools) => Done;

/** A job that cannot be done for a reason to tell, with the HTTP status that fits it. */
export class JobRefused extends Error {
  readonly status: number;
  readonly problems: readonly Problem[];
  constructor(status: number, message: string, problems: readonly Problem[] = []) {
    super(message);
    this.name = 'JobRefused';
    this.status = status;
    this.problems = problems;
  }
}
