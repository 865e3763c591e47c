import 'reflect-metadata';
import { once } from 'node:events';
import { setTimeout as delay } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { appModule } from './app.module.ts';
import { type Config, ConfigError, readConfig } from './config.ts';
import { wordsFor } from './database/check.ts';
import { DataFolder } from './database/data-folder.ts';
import { setUp } from './http/set-up.ts';

/** Longest wait of a stop for requests that are being answered, and for all, in ms. */
const [FOR_REQUESTS, AT_MOST] = [700, 1600];

async function start(): Promise<void> {
  const config = readConfig(process.env, fileURLToPath(new URL('../../web/dist', import.meta.url)));
  const folder = DataFolder.open(config);
  try {
    const app = await serve(config);
    const address = await app.getUrl();
    folder.says(address);
    stopOnSignal(app, folder);
    console.log(
      `Plucky Verse is ready: ${address}  (stop it with Ctrl+C; songs are kept in ${config.dataDir})`,
    );
  } catch (error) {
    folder.close();
    throw new ConfigError(explain(error, config), { cause: error });
  }
}

/** Time that an unused connection stays open, in ms: longer than most pauses of somebody at work. */
const IDLE = 75_000;

async function serve(config: Config): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(appModule(config), {
    // Quiet until it listens: what keeps it from that is explained below, once and in plain words.
    logger: false,
    bodyParser: false,
    abortOnError: false,
  });
  setUp(app, config);
  app.getHttpServer().keepAliveTimeout = IDLE;
  await app.listen(config.port, config.host);
  app.useLogger(['fatal', 'error', 'warn']);
  return app;
}

/** Ends within two seconds of Ctrl+C or a polite kill, with all that is kept in the one file; a second one ends at once. */
function stopOnSignal(app: NestExpressApplication, folder: DataFolder): void {
  let isStopping = false;
  const stop = async (): Promise<void> => {
    if (isStopping) process.exit(1);
    isStopping = true;
    const server = app.getHttpServer();
    const closed = once(server, 'close');
    server.close();
    server.closeIdleConnections();
    await Promise.race([closed, delay(FOR_REQUESTS)]);
    server.closeAllConnections();
    await Promise.race([app.close(), delay(AT_MOST - FOR_REQUESTS)]);
    folder.close();
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());
}

function explain(error: unknown, { port, host, dataDir, databaseFile }: Config): string {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (code === 'EADDRINUSE')
    return `Port ${port} is in use by another program. Stop that one, or choose another port: PORT=${port + 1} npm run demo`;
  if (code === 'EACCES') return `Port ${port} may not be opened here. Choose one above 1024 with PORT.`;
  if (['ENOTFOUND', 'EADDRNOTAVAIL', 'EAI_AGAIN', 'EAI_FAIL', 'EINVAL'].includes(code))
    return `HOST must be an address of this machine, not "${host}". 127.0.0.1 is this machine alone, 0.0.0.0 all its addresses.`;
  return wordsFor(error, dataDir, databaseFile);
}

start().catch((error: unknown) => {
  console.error(error instanceof ConfigError ? error.message : error);
  process.exit(1);
});
