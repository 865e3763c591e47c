import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDamaged } from './damaged-files.ts';
import { fillTheDisk } from './full-disk.ts';
import { exportGiant, sendGiants } from './giants.ts';
import { sendHostileBodies } from './hostile-bodies.ts';
import { killInTheMiddle } from './interrupted.ts';
import { killWhileSaving } from './kills.ts';
import { Report } from './report.ts';
import { stopAndWeigh, timeSaves } from './saves.ts';
import { type Scale, SHORT, WHOLE } from './scale.ts';
import { ServerProcess } from './server-process.ts';
import { startTwice } from './two-servers.ts';
import { sendWideBodies } from './wide-bodies.ts';
import { editInWindows } from './windows.ts';

// npm run torture [-- --short] [-- --seed 7]: faults, giants and bad bodies against servers of its own; a line a figure.
const argument = (name: string) => process.argv[process.argv.indexOf(name) + 1];
const isShort = process.argv.includes('--short');
const seed = process.argv.includes('--seed') ? Number(argument('--seed')) : 1;
const scale: Scale = { seed, ...(isShort ? SHORT : WHOLE) };
const only = process.argv.includes('--only') ? argument('--only') : undefined;

const report = new Report(!isShort);
const folder = mkdtempSync(join(tmpdir(), 'plucky-torture-'));
const inFolder = (name: string) => join(folder, name);

async function onServer(name: string, work: (address: string) => Promise<void>): Promise<void> {
  const server = await ServerProcess.start(inFolder(name));
  try {
    await work(server.address);
  } finally {
    await server.end('SIGTERM');
  }
}

const steps: Readonly<Record<string, () => Promise<void>>> = {
  kills: () => killWhileSaving(inFolder('kills'), scale, report),
  disk: () => fillTheDisk(report),
  bodies: () => onServer('bodies', (address) => sendHostileBodies(address, scale, report)),
  giants: () => onServer('giants', (address) => sendGiants(address, report)),
  exports: () => onServer('exports', (address) => exportGiant(address, scale, report)),
  saves: () => onServer('saves', (address) => timeSaves(address, scale, report)),
  wide: () => onServer('wide', (address) => sendWideBodies(address, report)),
  windows: () => editInWindows(inFolder('windows'), scale, report),
  interrupted: () => killInTheMiddle(inFolder('interrupted'), scale, report),
  two: () => startTwice(inFolder('two'), report),
  rest: async () => openDamaged(await stopAndWeigh(inFolder('rest'), scale, report), report),
};

console.log(`Seed ${seed}, ${isShort ? 'short' : 'whole'} form.\n`);
for (const [name, step] of Object.entries(steps)) {
  if (only !== undefined && only !== name) continue;
  try {
    await step();
  } catch (error) {
    report.figure(name, error instanceof Error ? (error.stack ?? error.message) : String(error), false);
  }
}
rmSync(folder, { recursive: true, force: true });
process.exit(report.end());
