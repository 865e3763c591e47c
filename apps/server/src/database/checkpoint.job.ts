import type { Work } from '../jobs/work.ts';
import { openConnection } from './connection.ts';

/** Brings the log into the database file as far as it goes without anyone waiting. */
export type CheckpointJob = object;

export type CheckpointDone = object;

export const checkpoint: Work<CheckpointJob, CheckpointDone> = (_, { databaseFile }) => {
  const connection = openConnection(databaseFile);
  try {
    connection.pragma('synchronous = FULL');
    connection.pragma('wal_checkpoint(PASSIVE)');
  } finally {
    connection.close();
  }
  return {};
};
