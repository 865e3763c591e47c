import libsql from 'libsql';

export type Row = Readonly<Record<string, unknown>>;

export interface Statement {
  /** Reads to the end, which lets the snapshot go: a statement left half read holds it until it is collected. */
  all(...parameters: readonly unknown[]): readonly Row[];
  run(...parameters: readonly unknown[]): { readonly changes: number };
}

/** The driver's part that is used beside TypeORM: whole statements, and whether a transaction is open. */
export interface Connection {
  readonly inTransaction: boolean;
  exec(sql: string): void;
  pragma(statement: string): readonly Row[];
  prepare(sql: string): Statement;
  close(): void;
}

/** A blob as bytes; the driver gives it as one kind or another. Throws TypeError for what is no blob. */
export function bytesOf(value: unknown): Uint8Array {
  if (value instanceof Uint8Array || value instanceof ArrayBuffer) return new Uint8Array(value);
  throw new TypeError('The database gave something else for bytes.');
}

/** Longest wait of a statement for another program's lock, in ms. */
const BUSY_TIMEOUT = 500;

/** A connection of one's own to a database file; `busyTimeout` in ms. */
export function openConnection(file: string, busyTimeout = BUSY_TIMEOUT): Connection {
  const connection = new libsql(file) as unknown as Connection;
  connection.pragma(`busy_timeout = ${busyTimeout}`);
  return connection;
}

/** Sets what the server's own connection keeps to: a log beside the file, whole references, commits that are on disk. */
export function prepareForWriting(connection: Connection): void {
  connection.pragma(`busy_timeout = ${BUSY_TIMEOUT}`);
  connection.pragma('journal_mode = WAL');
  connection.pragma('foreign_keys = ON');
  connection.pragma('synchronous = FULL');
  // The log is brought into the file by a worker, for which no save waits; by the connection itself only if that fails.
  connection.pragma('wal_autocheckpoint = 8000');
}

/** The connection that TypeORM has open, to begin and end transactions on it. */
export class HeldConnection {
  current: Connection | null = null;
}
