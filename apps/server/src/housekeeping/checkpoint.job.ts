import { openConnection } from '../database/connection.ts';
import { job } from '../jobs/job.ts';

/** Brings the log into the database file as far as it goes without anyone waiting. */
export const checkpoint = job('checkpoint', 'others', (_: null, { databaseFile }) => {
  const connection = openConnection(databaseFile);
  try {
    connection.pragma('synchronous = FULL');
    connection.pragma('wal_checkpoint(PASSIVE)');
  } finally {
    connection.close();
  }
});
