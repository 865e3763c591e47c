// npm run bench [-- --json]: measures on the current build and prints figures with ratios to others of the same run.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromiumOptions, install, root, startServer } from './run.mjs';

// Only the figures go to standard output, so that --json can be read by a program.
const quietly = (command, args) =>
  spawnSync(command, args, { cwd: root, stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;

install();
if (!quietly('npm', ['run', '--silent', 'build']) || !quietly('npx', ['tsc', '-b', 'bench'])) process.exit(1);
if (!quietly(process.execPath, ['scripts/ensure-chromium.mjs'])) process.exit(1);
const data = mkdtempSync(join(tmpdir(), 'plucky-bench-data-'));
const server = await startServer(data);
const env = {
  ...process.env,
  BENCH_ADDRESS: server.address,
  BENCH_CHROMIUM: JSON.stringify(chromiumOptions),
};
const args = [`${root}/bench/dist/main.js`, ...process.argv.slice(2)];
const done = spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', env });
await server.stop();
rmSync(data, { recursive: true });
process.exit(done.status ?? 1);
