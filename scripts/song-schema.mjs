// npm run song-schema: writes docs/song-file.schema.json, the shape of a song file, from what the program reads.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format } from 'prettier';
import { root, runScript } from './run.mjs';

if (runScript('build:libs') !== 0) process.exit(1);
const { songFileSchema } = await import('@plucky/core/song');
const text = await format(JSON.stringify(songFileSchema()), { parser: 'json', printWidth: 110 });
writeFileSync(join(root, 'docs/song-file.schema.json'), text);
