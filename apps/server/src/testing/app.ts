import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { Test } from '@nestjs/testing';
import request from 'supertest';
import { appModule } from '../app.module.ts';
import { readConfig } from '../config.ts';
import { DataFolder } from '../database/data-folder.ts';
import { setUp } from '../http/set-up.ts';

/**
 * Gives every test of a file a server of its own on a fresh folder, which `prepare` is shown before the start. Where each
 * test works on songs of its own, one server that is `shared` does for all of them.
 */
export function useApp({
  prepare,
  cleanUp,
  env = {},
  shared = false,
}: {
  prepare?: (folder: string) => void;
  cleanUp?: () => void;
  env?: Readonly<Record<string, string>>;
  shared?: boolean;
} = {}) {
  let folder = '';
  let app: NestExpressApplication;
  let held: DataFolder;

  async function start(): Promise<void> {
    const config = readConfig({ ...env, DATA_DIR: folder, PORT: '0' });
    held = DataFolder.open(config);
    const module = await Test.createTestingModule({ imports: [appModule(config)] }).compile();
    app = module.createNestApplication<NestExpressApplication>({
      bodyParser: false,
      logger: process.env.TEST_LOG ? ['error'] : false,
    });
    setUp(app, config);
    await app.listen(0, '127.0.0.1');
  }

  async function stop(): Promise<void> {
    await app.close();
    held.close();
  }

  (shared ? beforeAll : beforeEach)(async () => {
    folder = mkdtempSync(join(tmpdir(), 'plucky-'));
    prepare?.(folder);
    await start();
  });
  (shared ? afterAll : afterEach)(async () => {
    await stop();
    cleanUp?.();
    rmSync(folder, { recursive: true });
  });
  return {
    api: () => request(app.getHttpServer()),
    folder: () => folder,
    app: () => app,
    /** Stops the server and starts it again on the same folder. */
    restart: async () => {
      await stop();
      await start();
    },
  };
}
