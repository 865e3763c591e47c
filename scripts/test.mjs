// npm test: installs what is missing, then lint, types, unit and server tests, and the end-to-end tests on a fresh build.
// Ends with a line that counts the tests. Exits with 1 when anything failed.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { install, root, run, runScript } from './run.mjs';

const cache = `${root}/.cache`;
const [unit, e2e] = [`${cache}/unit.json`, `${cache}/e2e.json`];

install();
rmSync(cache, { recursive: true, force: true });
mkdirSync(cache, { recursive: true });

const steps = [
  ['lint', () => runScript('lint')],
  ['types', () => runScript('typecheck')],
  ['unit and server tests', () => run('npx', ['jest', '--json', `--outputFile=${unit}`])],
  ['build', () => runScript('build')],
  [
    'the page’s contract is the server’s',
    () => run(process.execPath, [`${root}/scripts/api-types.mjs`, '--check']),
  ],
  [
    'torture, short form',
    () => run(process.execPath, [`${root}/apps/server/dist/torture/main.js`, '--short']),
  ],
  ['end-to-end tests', () => runScript('test:e2e')],
];
const failedSteps = steps.filter(([, step]) => step() !== 0).map(([name]) => name);

const counts = { passed: 0, failed: 0 };
const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null);
const jest = read(unit);
if (jest) {
  counts.passed += jest.numPassedTests;
  counts.failed += jest.numFailedTests + jest.numRuntimeErrorTestSuites;
}
const playwright = read(e2e);
if (playwright) {
  counts.passed += playwright.stats.expected;
  counts.failed += playwright.stats.unexpected + playwright.stats.flaky;
}
if (failedSteps.length) console.error(`\nFailed: ${failedSteps.join(', ')}`);
// A step can fail without a test to name, as lint does: it counts as one.
const failed = Math.max(counts.failed, failedSteps.length);
console.log(`\n${counts.passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
