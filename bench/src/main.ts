import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { firstLoadFigures } from './first-load.js';
import { foldFigures } from './fold.js';
import type { Figure } from './measure.js';
import { othersFigures, readingFigures, writingFigures } from './midi.js';
import { pageFigures } from './page.js';
import { fillFigures, patternFigures } from './patterns.js';
import { portFigures } from './port.js';
import { serverFigures } from './server.js';
import { sheetFigures } from './sheet.js';

const address = process.env['BENCH_ADDRESS'] ?? '';
const launch = JSON.parse(process.env['BENCH_CHROMIUM'] ?? '{}') as object;

/** Each is measured in a process of its own, so that none collects what another has left behind. */
const GROUPS: Readonly<Record<string, () => Figure[] | Promise<Figure[]>>> = {
  'first-load': firstLoadFigures,
  writing: writingFigures,
  others: othersFigures,
  reading: readingFigures,
  patterns: patternFigures,
  fills: fillFigures,
  fold: foldFigures,
  server: () => serverFigures(address),
  page: () => pageFigures(address, launch),
  port: () => portFigures(address, launch),
  sheet: () => sheetFigures(address, launch),
};

/** Prints the figures that `scripts/bench.mjs` has prepared a server and a browser for, of all groups or of those named. */
function main(names: readonly string[], asJson: boolean): void {
  const all: Figure[] = [];
  for (const name of names.length ? names : Object.keys(GROUPS)) {
    if (!GROUPS[name]) throw new Error(`There is no group ${name}, only ${Object.keys(GROUPS).join(', ')}.`);
    const args = [fileURLToPath(import.meta.url), '--in-process', name];
    const stdio: ('ignore' | 'pipe' | 'inherit')[] = ['ignore', 'pipe', 'inherit'];
    const figures = JSON.parse(execFileSync(process.execPath, args, { stdio, encoding: 'utf8' })) as Figure[];
    all.push(...figures);
    if (!asJson) for (const line of table(figures)) console.log(line);
  }
  if (asJson) console.log(JSON.stringify(all, null, 2));
}

function table(figures: readonly Figure[]): string[] {
  return figures.flatMap(({ name, median, unit, runs, ratio }) => [
    `${name.padEnd(32)} ${median.toFixed(2).padStart(9)} ${unit}   (median of ${runs})`,
    ...Object.entries(ratio).map(
      ([against, value]) => `${''.padEnd(4)}${value.toFixed(2).padStart(8)} × ${against}`,
    ),
  ]);
}

const args = process.argv.slice(2);
const names = args.filter((arg) => !arg.startsWith('--'));
const group = args.includes('--in-process') ? GROUPS[names[0] ?? ''] : undefined;
if (group) console.log(JSON.stringify(await group()));
else main(names, args.includes('--json'));
