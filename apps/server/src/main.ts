import 'reflect-metadata';
import { fileURLToPath } from 'node:url';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { appModule } from './app.module.ts';
import { ConfigError, readConfig } from './config.ts';
import { setUp } from './http/set-up.ts';

async function start(): Promise<void> {
  const config = readConfig(process.env, fileURLToPath(new URL('../../web/dist', import.meta.url)));
  const app = await NestFactory.create<NestExpressApplication>(appModule(config), {
    // Quiet until it listens: what keeps it from that is explained below, once and in plain words.
    logger: ['fatal'],
    bodyParser: false,
    abortOnError: false,
  });
  setUp(app, config);
  app.enableShutdownHooks();
  await app.listen(config.port, config.host);
  app.useLogger(['fatal', 'error', 'warn']);
  console.log(
    `Plucky Verse is ready: ${await app.getUrl()}  (stop it with Ctrl+C; songs are kept in ${config.dataDir})`,
  );
}

function explain(error: unknown): string {
  if (error instanceof ConfigError) return error.message;
  const code = error instanceof Error && 'code' in error ? error.code : undefined;
  const port = process.env['PORT'] ?? '4870';
  if (code === 'EADDRINUSE')
    return `Port ${port} is in use by another program. Stop that one, or choose another port: PORT=${Number(port) + 1} npm run demo`;
  if (code === 'EACCES') return `Port ${port} may not be opened here. Choose one above 1024 with PORT.`;
  return error instanceof Error ? (error.stack ?? error.message) : String(error);
}

start().catch((error: unknown) => {
  console.error(explain(error));
  process.exit(1);
});
