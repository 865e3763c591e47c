// npm run readme: writes the table of keys into the README from the tables that bind them.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createServer } from 'vite';
import { root, run } from './run.mjs';

const readme = join(root, 'README.md');
const server = await createServer({
  root: join(root, 'apps/web'),
  server: { middlewareMode: true },
  appType: 'custom',
  logLevel: 'error',
});
const { keyTable } = await server.ssrLoadModule('/src/app/key-sheet.ts');
await server.close();
const text = readFileSync(readme, 'utf8').replace(/\| where +\| keys[^]*?\n(?=\n)/, () => `${keyTable()}\n`);
writeFileSync(readme, text);
run('npx', ['prettier', '--write', 'README.md']);
