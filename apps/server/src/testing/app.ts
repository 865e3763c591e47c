import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { Test } from '@nestjs/testing';
import request from 'supertest';
import { appModule } from '../app.module.ts';
import { readConfig } from '../config.ts';
import { setUp } from '../http/set-up.ts';

/** Gives every test of a file a server of its own on a fresh folder. */
export function useApp() {
  let folder = '';
  let app: NestExpressApplication;

  async function start(): Promise<void> {
    const config = readConfig({ DATA_DIR: folder, PORT: '0' });
    const module = await Test.createTestingModule({ imports: [appModule(config)] }).compile();
    app = module.createNestApplication<NestExpressApplication>({ bodyParser: false, logger: false });
    setUp(app, config);
    await app.listen(0, '127.0.0.1');
  }

  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'plucky-'));
    await start();
  });
  afterEach(async () => {
    await app.close();
    rmSync(folder, { recursive: true });
  });
  return {
    api: () => request(app.getHttpServer()),
    folder: () => folder,
    /** Stops the server and starts it again on the same folder. */
    restart: async () => {
      await app.close();
      await start();
    },
  };
}
