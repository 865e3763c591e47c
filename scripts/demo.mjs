// npm run demo: installs, builds, and serves the application with its demo songs on one port.
import { install, mustRun, root, run } from './run.mjs';

install();
mustRun('build');
process.exit(run(process.execPath, ['--enable-source-maps', `${root}/apps/server/dist/main.js`]));
