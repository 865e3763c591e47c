import { dirname } from 'node:path';
import { makeCopy } from '../database/copies.ts';
import { job } from '../jobs/job.ts';

/** Copies the database, should anything have changed since the latest copy. `now` in ms since 1970. */
export const copy = job('copy', 'others', ({ now }: { readonly now: number }, { databaseFile }) => ({
  made: makeCopy(dirname(databaseFile), databaseFile, new Date(now)) !== null,
}));
