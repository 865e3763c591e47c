// npm run export -- song.json folder [--options options.json]: writes what the hand-off writes, with its lists, without a server.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { install, runScript } from './run.mjs';

const { positionals, values } = parseArgs({
  allowPositionals: true,
  options: { options: { type: 'string' } },
});
const [songPath, folder] = positionals;
if (!songPath || !folder) {
  console.error('Say which song file leaves and where to: npm run export -- song.json folder');
  process.exit(2);
}
install();
if (runScript('build:libs') !== 0) process.exit(1);
const { counted } = await import('@plucky/core/time');
const { indexOf, optionsOfSong, readSongFile } = await import('@plucky/core/song');
const { exportOptions, exportRegions, regionTexts } = await import('@plucky/core/midi');

try {
  const document = readSongFile(readFileSync(songPath, 'utf8'));
  const said = values.options ? JSON.parse(readFileSync(values.options, 'utf8')) : {};
  const options = exportOptions({ ...optionsOfSong(indexOf(document).song.handOff), ...said });
  const regions = exportRegions(document, options).map((region) => ({
    ...region,
    pickUp: options.pickUp,
    handOff: null,
    sha256: createHash('sha256').update(region.bytes).digest('hex'),
  }));
  const wrong = regions.flatMap(({ file, verification }) =>
    verification.differences.map((difference) => `${file}: ${difference}`),
  );
  // Nothing that failed its check leaves.
  if (wrong.length) throw new Error(wrong.join('\n'));
  mkdirSync(folder, { recursive: true });
  for (const { file, bytes } of regions) writeFileSync(join(folder, file), bytes);
  for (const { file, text } of regionTexts(document, regions, options))
    writeFileSync(join(folder, file), text);
  console.log(`${counted(regions.length, 'file')} in ${folder}, each read back and compared.`);
} catch (error) {
  console.error(`Nothing was exported. ${error instanceof Error ? error.message : error}`);
  process.exit(1);
}
