import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import {
  ConflictException,
  HttpException,
  ServiceUnavailableException,
  UnprocessableEntityException,
} from '@nestjs/common';
import type { Job } from './job.ts';
import type { JobAnswer, JobRequest } from './messages.ts';

/** Limits of a job: time (ms), memory (MB), and the number that may wait; the rest of the server never waits for one. */
export interface JobLimits {
  readonly time: number;
  readonly memory: number;
  readonly waiting: number;
}

const USUAL_LIMITS: JobLimits = { time: 120_000, memory: 768, waiting: 32 };

/** The worker as it is built, for the tests too: they run on the sources, which Node cannot. */
const WORKER = fileURLToPath(new URL('../../dist/worker.js', import.meta.url));

/** State of a job, for the one who waits for it: `ahead` jobs come before it, or it is `done` so far (0..1). */
export type JobState =
  { readonly state: 'queued'; readonly ahead: number } | { readonly state: 'running'; readonly done: number };

interface Entry {
  readonly request: JobRequest;
  readonly resolve: (result: unknown) => void;
  readonly reject: (error: unknown) => void;
  done: number;
}

/** A job that was asked for. */
export interface Running<T> {
  readonly result: Promise<T>;
  readonly state: () => JobState;
  /** Ends it, whether it waits or runs; the result is rejected then. */
  readonly cancel: () => void;
}

/** The result of a job for a client that waits for it; the job ends when the client leaves. */
export async function whileHere<T>({ result, cancel }: Running<T>, gone: AbortSignal): Promise<T> {
  if (gone.aborted) cancel();
  gone.addEventListener('abort', cancel, { once: true });
  try {
    return await result;
  } finally {
    gone.removeEventListener('abort', cancel);
  }
}

/**
 * Does one job at a time on a thread of its own; others wait their turn. A job that takes too long or too much memory is
 * ended with its thread, and the next one gets a new thread.
 */
export class Lane {
  readonly #databaseFile: string;
  readonly #waiting: Entry[] = [];
  readonly #limits: JobLimits;
  #current: Entry | null = null;
  #worker: Worker | null = null;
  #timer: NodeJS.Timeout | undefined;

  constructor(databaseFile: string, limits: Partial<JobLimits> = {}) {
    this.#databaseFile = databaseFile;
    this.#limits = { ...USUAL_LIMITS, ...limits };
  }

  /** Asks for a job. Throws ServiceUnavailableException when too many wait already. */
  run<Wish, Done>({ name }: Job<Wish, Done>, wish: Wish): Running<Done> {
    if (this.#waiting.length >= this.#limits.waiting)
      throw new ServiceUnavailableException(
        `${this.#waiting.length} others wait already. Nothing was begun; try again in a minute.`,
      );
    const { promise, resolve, reject } = withResolvers<unknown>();
    const entry: Entry = {
      request: { name, databaseFile: this.#databaseFile, wish },
      resolve,
      reject,
      done: 0,
    };
    this.#waiting.push(entry);
    this.#next();
    return {
      // A worker gives back what this very job makes.
      result: promise as Promise<Done>,
      state: () => this.#stateOf(entry),
      cancel: () => this.#cancel(entry),
    };
  }

  /** Ends everything. */
  async close(): Promise<void> {
    for (const entry of this.#waiting.splice(0)) entry.reject(stopped());
    this.#current?.reject(stopped());
    this.#current = null;
    clearTimeout(this.#timer);
    await this.#worker?.terminate();
  }

  #stateOf(entry: Entry): JobState {
    const place = this.#waiting.indexOf(entry);
    return place >= 0 ? { state: 'queued', ahead: place + 1 } : { state: 'running', done: entry.done };
  }

  #cancel(entry: Entry): void {
    const place = this.#waiting.indexOf(entry);
    const cancelled = new ConflictException('It was cancelled. Nothing was changed.');
    if (place >= 0) {
      this.#waiting.splice(place, 1);
      entry.reject(cancelled);
    } else if (this.#current === entry) this.#abandon(cancelled);
  }

  #next(): void {
    if (this.#current) return;
    const entry = this.#waiting.shift();
    if (!entry) return;
    this.#current = entry;
    this.#worker ??= this.#startWorker();
    this.#worker.postMessage(entry.request);
    this.#timer = setTimeout(() => {
      const seconds = Math.round(this.#limits.time / 1000);
      this.#abandon(
        new UnprocessableEntityException(
          `It took longer than ${seconds} s and was ended. Nothing was changed.`,
        ),
      );
    }, this.#limits.time);
  }

  #startWorker(): Worker {
    const worker = new Worker(WORKER, { resourceLimits: { maxOldGenerationSizeMb: this.#limits.memory } });
    // An idle worker keeps no process from ending.
    worker.unref();
    worker.on('message', (answer: JobAnswer) => {
      if (worker === this.#worker) this.#heard(answer);
    });
    worker.on('error', (error) => {
      if (worker === this.#worker) this.#abandon(endedBy(error));
    });
    return worker;
  }

  #heard(answer: JobAnswer): void {
    const entry = this.#current;
    if (!entry) return;
    if (answer.says === 'progress') {
      entry.done = answer.done;
      return;
    }
    clearTimeout(this.#timer);
    this.#current = null;
    if (answer.says === 'done') entry.resolve(answer.result);
    else if (answer.says === 'refused') entry.reject(refusal(answer));
    else entry.reject(Object.assign(new Error(answer.message), { code: answer.code }));
    this.#next();
  }

  /** Ends the running job with its thread. */
  #abandon(reason: Error): void {
    clearTimeout(this.#timer);
    const [entry, worker] = [this.#current, this.#worker];
    this.#current = null;
    this.#worker = null;
    void worker?.terminate();
    entry?.reject(reason);
    this.#next();
  }
}

function refusal({ status, message, problems }: Extract<JobAnswer, { says: 'refused' }>): HttpException {
  return new HttpException({ message, ...(problems.length ? { problems } : {}) }, status);
}

function endedBy(error: unknown): Error {
  const isTooMuch =
    typeof error === 'object' &&
    error !== null &&
    'code' in error &&
    error.code === 'ERR_WORKER_OUT_OF_MEMORY';
  if (isTooMuch)
    return new UnprocessableEntityException(
      'It needed more memory than the server gives one job, and was ended. Nothing was changed.',
    );
  return error instanceof Error ? error : new Error(String(error));
}

function stopped(): Error {
  return new ServiceUnavailableException('The server stops. Nothing was changed.');
}

function withResolvers<T>() {
  let resolve!: (value: T) => void;
  let reject!: (error: unknown) => void;
  const promise = new Promise<T>((yes, no) => {
    resolve = yes;
    reject = no;
  });
  return { promise, resolve, reject };
}
