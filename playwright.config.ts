import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

const port = Number(process.env['E2E_PORT'] ?? 4879);
// Playwright reads this file in every process, so the folder is passed on through the environment.
const data = (process.env['E2E_DATA'] ??= mkdtempSync(join(tmpdir(), 'plucky-e2e-')));
const browser = JSON.parse(readFileSync('scripts/chromium.json', 'utf8')) as {
  readonly paths: readonly string[];
  readonly args: string[];
};
const chromium = process.env['CHROMIUM'] ?? browser.paths.find((path) => existsSync(path));

export default defineConfig({
  testDir: 'e2e',
  // Every test works on a song of its own, so they run side by side on one server.
  fullyParallel: true,
  workers: 2,
  // Generous, since shared machines can be slow: no test says how long anything may take.
  timeout: 240_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json', { outputFile: '.cache/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // A trace slows every test by two thirds: `npx playwright test NAME --trace on` records one where it is wanted.
    screenshot: 'only-on-failure',
    launchOptions: {
      ...(chromium === undefined ? {} : { executablePath: chromium }),
      args: browser.args,
    },
  },
  webServer: {
    command: 'node --enable-source-maps apps/server/dist/main.js',
    url: `http://127.0.0.1:${port}/api/health`,
    reuseExistingServer: false,
    timeout: 60_000,
    stdout: 'pipe',
    env: { PORT: String(port), DATA_DIR: data },
  },
});
