import { type Connection, openConnection } from './connection.ts';

/** Runs `work` on a connection of its own over one snapshot of the database: what is saved meanwhile does not show. */
export function inSnapshot<T>(databaseFile: string, work: (connection: Connection) => T): T {
  const connection = openConnection(databaseFile);
  try {
    connection.exec('BEGIN');
    return work(connection);
  } finally {
    // Closing alone lets go of nothing while a statement lives: the snapshot would hold the log until it is collected.
    if (connection.inTransaction) connection.exec('ROLLBACK');
    connection.close();
  }
}
