import type { Problem } from '@plucky/core/song';

/** A job that a worker is asked for, by its name. */
export interface JobRequest {
  readonly name: string;
  readonly databaseFile: string;
  readonly wish: unknown;
}

/** Answer of a worker about its job. */
export type JobAnswer =
  | { readonly says: 'progress'; readonly done: number }
  | { readonly says: 'done'; readonly result: unknown }
  | {
      readonly says: 'refused';
      readonly status: number;
      readonly message: string;
      readonly problems: readonly Problem[];
    }
  | { readonly says: 'failed'; readonly message: string; readonly code: string };
