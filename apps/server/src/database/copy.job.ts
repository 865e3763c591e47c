import { dirname } from 'node:path';
import type { Work } from '../jobs/work.ts';
import { makeCopy } from './copies.ts';

/** A copy of the database, should anything have changed since the latest. */
export interface CopyJob {
  /** In ms since 1970. */
  readonly now: number;
}

export interface CopyDone {
  readonly made: boolean;
}

export const copy: Work<CopyJob, CopyDone> = ({ now }, { databaseFile }) => ({
  made: makeCopy(dirname(databaseFile), databaseFile, new Date(now)) !== null,
});
