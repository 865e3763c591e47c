// npm run api-types: writes what the page knows of the server's answers from the server's own OpenAPI document.
// With --check it writes nothing and exits with 1 where the two differ.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import openapiTS, { astToString } from 'openapi-typescript';
import { format, resolveConfig } from 'prettier';
import ts from 'typescript';
import { root, startServer } from './run.mjs';

const contract = join(root, 'apps/web/src/api/contract.ts');
/** Types of core's songs that say more than OpenAPI can. */
const OF_SONGS = ['ShelfPattern', 'SongRecord', 'SparseUpdates'];

const data = mkdtempSync(join(tmpdir(), 'plucky-api-'));
const server = await startServer(data);
const described = await fetch(`${server.address}/api/docs-json`);
const document = await described.json();
await server.stop();
rmSync(data, { recursive: true });

// A refusal always is an ErrorDto, which stays among the schemas.
for (const path of Object.values(document.paths))
  for (const operation of Object.values(path))
    for (const status of Object.keys(operation.responses))
      if (status >= '400') delete operation.responses[status];

const types = await openapiTS(document, {
  alphabetize: true,
  immutable: true,
  defaultNonNullable: false,
  inject: `import type { ${OF_SONGS.join(', ')} } from '@plucky/core/song';`,
  transform: ({ title }) =>
    OF_SONGS.includes(title) ? ts.factory.createTypeReferenceNode(title) : undefined,
});
const text = await format(
  `// Written by \`npm run api-types\` from the server's OpenAPI document.\n\n${astToString(types)}`,
  { ...(await resolveConfig(contract)), parser: 'typescript' },
);
if (!process.argv.includes('--check')) writeFileSync(contract, text);
else if (readFileSync(contract, 'utf8') !== text) {
  console.error('The page knows another contract than the server describes: run npm run api-types.');
  process.exit(1);
}
