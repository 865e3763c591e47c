import type { Problem } from '@plucky/core/song';

/** The line in which a job waits: exports and imports have their own, long imports another, so that what is quick need not wait. */
export type LaneName = 'exports' | 'imports' | 'long imports' | 'others';

/** Tools of a job, beside its own wishes. */
export interface JobTools {
  readonly databaseFile: string;
  /** Tells how far the job is, 0..1. */
  readonly progress: (done: number) => void;
}

/** Works a job out; what it needs of the database it reads itself. */
export type Work<Wish, Done> = (wish: Wish, tools: JobTools) => Done;

/** A kind of job that takes long, and is done by a worker over a snapshot of the database. */
export interface Job<Wish, Done> {
  /** The name by which a worker finds it. */
  readonly name: string;
  /** The line that it usually waits in. */
  readonly lane: LaneName;
  readonly work: Work<Wish, Done>;
}

export function job<Wish, Done>(name: string, lane: LaneName, work: Work<Wish, Done>): Job<Wish, Done> {
  return { name, lane, work };
}

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
