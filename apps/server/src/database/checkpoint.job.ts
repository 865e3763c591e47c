import type { Work } from '../jobs/work.ts';
import { openConnection } from './connection.ts';

/** Brings the log into the database file as far as it goes without anyone waiting. */
export interface CheckpointJob {
  readonly mode: 'PASSIVE';
}

export type CheckpointDone = Record<never, never>;

export const checkpoint: Work<CheckpointJob, CheckpointDone> = ({ mode }, { databaseFile }) => {
  const connection = openConnection(databaseFile);
  try {
    connection.pragma('synchronous = FULL');
    connection.pragma(`wal_checkpoint(${mode})`);
  } finally {
    connection.close();
  }
  return {};
};
