// npm run keys: writes docs/keys.md from the tables that bind the keys.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createServer } from 'vite';
import { root } from './run.mjs';

const server = await createServer({
  root: join(root, 'apps/web'),
  server: { middlewareMode: true },
  appType: 'custom',
  logLevel: 'error',
});
const { keyPage } = await server.ssrLoadModule('/src/app/key-sheet.ts');
await server.close();
writeFileSync(join(root, 'docs/keys.md'), keyPage());
