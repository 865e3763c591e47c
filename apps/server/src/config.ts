import { accessSync, constants, mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** What the surroundings decide. */
export interface Config {
  readonly port: number;
  readonly host: string;
  readonly dataDir: string;
  readonly databaseFile: string;
  /** The built interface; empty when only the API is served. */
  readonly webRoot: string;
}

/** A setting that cannot work; its message says what to do. */
export class ConfigError extends Error {}

/** Reads the settings. Throws ConfigError for a port that is none or a data folder that cannot be written. */
export function readConfig(env: Readonly<Record<string, string | undefined>>, webRoot = ''): Config {
  const port = Number(env['PORT'] ?? 4870);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new ConfigError(`PORT must be a number from 0 to 65535, not "${env['PORT']}".`);
  const dataDir = resolve(env['DATA_DIR'] ?? './data');
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
    host: env['HOST'] ?? '127.0.0.1',
    dataDir,
    databaseFile: join(dataDir, 'plucky-verse.db'),
    webRoot,
  };
}

export const CONFIG = Symbol('config');
