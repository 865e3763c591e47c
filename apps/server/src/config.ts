import { accessSync, constants, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** Settings from the surroundings. */
export interface Config {
  readonly port: number;
  readonly host: string;
  /** Names beside its own addresses under which the server answers, as behind a proxy. */
  readonly hostNames: readonly string[];
  /** The most requests a second from one address, on average over some seconds; 0 for no limit. */
  readonly rateLimit: number;
  readonly dataDir: string;
  readonly databaseFile: string;
  /** The built interface; empty when only the API is served. */
  readonly webRoot: string;
}

/** Far above what one person's fastest editing asks for: a drag saves a few times a second. */
const USUAL_RATE = 200;

/** Something that keeps the server from starting; its message says in one line what it is and what to do. */
export class ConfigError extends Error {}

/** Reads the settings. Throws ConfigError for a port that is none or a data folder that cannot be written. */
export function readConfig(env: Readonly<Record<string, string | undefined>>, webRoot = ''): Config {
  const port = Number(env['PORT']?.trim() || 4870);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new ConfigError(`PORT must be a number from 0 to 65535, not "${env['PORT']}".`);
  const rateLimit = Number(env['RATE_LIMIT']?.trim() || USUAL_RATE);
  if (!Number.isFinite(rateLimit) || rateLimit < 0)
    throw new ConfigError(
      `RATE_LIMIT must be a number of requests a second, or 0 for none, not "${env['RATE_LIMIT']}".`,
    );
  const dataDir = resolve(env['DATA_DIR']?.trim() || './data');
  try {
    mkdirSync(dataDir, { recursive: true });
    accessSync(dataDir, constants.W_OK | constants.X_OK);
  } catch (error) {
    const cause = error instanceof Error ? error.message : String(error);
    throw new ConfigError(
      `The data folder ${dataDir} cannot be written (${cause}). Make it writable or choose another with DATA_DIR.`,
    );
  }
  return {
    port,
    // A blank HOST is none: listening everywhere must be asked for, by 0.0.0.0 or ::.
    host: env['HOST']?.trim() || '127.0.0.1',
    hostNames: (env['HOST_NAMES'] ?? '').split(',').flatMap((name) => name.trim().toLowerCase() || []),
    rateLimit,
    dataDir,
    databaseFile: join(dataDir, DATABASE_NAME),
    webRoot,
  };
}

export const DATABASE_NAME = 'plucky-verse.db';

export const CONFIG = Symbol('config');
