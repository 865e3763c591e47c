// npm run prove [-- --seed 7]: all that npm test tries a sample of, from fresh seeds, and torture in its whole form.
// A seed that failed is kept, and tried again before a fresh one.
import { randomInt } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { install, mustRun, root, run } from './run.mjs';

const kept = `${root}/.cache/failed-seeds.json`;
const given = process.argv.indexOf('--seed');
const failedBefore = existsSync(kept) ? JSON.parse(readFileSync(kept, 'utf8')) : [];
const seeds = given < 0 ? [...failedBefore, randomInt(2 ** 31)] : [Number(process.argv[given + 1])];

install();
mustRun('build');
const failed = seeds.filter((seed) => {
  console.log(`\nSeed ${seed}`);
  const env = { PROVE_SEED: String(seed) };
  const properties = run('npx', ['jest', '--selectProjects', 'core', 'songs', 'sound'], env);
  const themes = run('npx', ['playwright', 'test', 'axe'], env);
  return properties !== 0 || themes !== 0;
});
mkdirSync(`${root}/.cache`, { recursive: true });
writeFileSync(
  kept,
  JSON.stringify([...new Set([...failedBefore.filter((one) => !seeds.includes(one)), ...failed])]),
);
const torture = run(process.execPath, [
  `${root}/apps/server/dist/torture/main.js`,
  '--seed',
  String(seeds.at(-1)),
]);
console.log(
  failed.length
    ? `\nFailed from the seeds ${failed.join(', ')}; they are tried again next time.`
    : '\nNo seed failed.',
);
process.exit(failed.length || torture ? 1 : 0);
