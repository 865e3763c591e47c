// npm run restore [-- 2 | latest]: lists the copies of the database in DATA_DIR, or brings one back.
import { spawnSync } from 'node:child_process';
import { install, root, runScript } from './run.mjs';

install();
if (runScript('build:libs') !== 0) process.exit(1);
const done = spawnSync(
  process.execPath,
  ['--enable-source-maps', `${root}/apps/server/dist/restore.js`, ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
process.exit(done.status ?? 1);
