// npm run torture [-- --short] [-- --seed 7]: kills, full disks, hostile bodies, giants, two servers and damaged files.
import { install, mustRun, root, run } from './run.mjs';

install();
mustRun('build:libs');
process.exit(run(process.execPath, [`${root}/apps/server/dist/torture/main.js`, ...process.argv.slice(2)]));
