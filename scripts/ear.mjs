// npm run ear: reads what the program makes as a drummer would, prints the figures, and fails where one falls short.
import { install, root, run } from './run.mjs';

install();
if (run('npx', ['tsc', '-b', 'ear']) !== 0) process.exit(1);
process.exit(run(process.execPath, [`${root}/ear/dist/main.js`]));
