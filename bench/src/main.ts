import { coreFigures } from './core.js';
import { firstLoadFigures } from './first-load.js';
import type { Figure } from './measure.js';
import { pageFigures } from './page.js';
import { serverFigures } from './server.js';
import { sheetFigures } from './sheet.js';

/** Prints the figures that `scripts/bench.mjs` has prepared a server and a browser for. */
async function main(): Promise<void> {
  const address = process.env['BENCH_ADDRESS'] ?? '';
  const launch = JSON.parse(process.env['BENCH_CHROMIUM'] ?? '{}') as object;
  const figures = [
    ...firstLoadFigures(),
    ...(await coreFigures()),
    ...(await serverFigures(address)),
    ...(await pageFigures(address, launch)),
    ...(await sheetFigures(address, launch)),
  ];
  if (process.argv.includes('--json')) console.log(JSON.stringify(figures, null, 2));
  else for (const line of table(figures)) console.log(line);
}

function table(figures: readonly Figure[]): string[] {
  return figures.flatMap(({ name, median, unit, runs, ratio }) => [
    `${name.padEnd(32)} ${median.toFixed(2).padStart(9)} ${unit}   (median of ${runs})`,
    ...Object.entries(ratio).map(
      ([against, value]) => `${''.padEnd(4)}${value.toFixed(2).padStart(8)} × ${against}`,
    ),
  ]);
}

await main();
