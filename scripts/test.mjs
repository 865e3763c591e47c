// npm test: installs what is missing and builds once; then lint, types and contract beside the unit and server tests, torture in
// its short form, and the end-to-end tests. Ends with a line that counts the tests; exits with 1 when anything failed.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { install, root, run, runQuietly } from './run.mjs';

const cache = `${root}/.cache`;
const [unit, e2e] = [`${cache}/unit.json`, `${cache}/e2e.json`];
const node = (...args) => [process.execPath, args];
const npx = (...args) => ['npx', args];
const script = (name) => ['npm', ['run', '--silent', name]];

/** Steps one after the other; returns the names of those that failed. What each prints is shown whole when it ends. */
async function lane(steps) {
  const failed = [];
  for (const [name, [command, args]] of steps) if ((await runQuietly(command, args)) !== 0) failed.push(name);
  return failed;
}

async function lanes(...all) {
  return (await Promise.all(all.map(lane))).flat();
}

install();
mkdirSync(cache, { recursive: true });
for (const file of [unit, e2e]) rmSync(file, { force: true });
if (run('npm', ['run', '--silent', 'build']) !== 0) {
  console.log('\nFailed: build\n\n0 passed, 1 failed');
  process.exit(1);
}
const failedSteps = [
  ...(await lanes(
    [
      ['lint', script('lint')],
      ['types', script('typecheck')],
      ['the page’s contract is the server’s', node(`${root}/scripts/api-types.mjs`, '--check')],
    ],
    [['unit and server tests', npx('jest', '--json', `--outputFile=${unit}`)]],
  )),
  // One after the other: both keep all of the machine busy, and both wait for a server that has to answer in time.
  ...(await lane([
    ['torture, short form', node(`${root}/apps/server/dist/torture/main.js`, '--short')],
    ['end-to-end tests', script('test:e2e')],
  ])),
];

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
  console.log(`\nThe slowest end-to-end files:\n${slowest(playwright.suites, 5).join('\n')}`);
}
if (failedSteps.length) console.error(`\nFailed: ${failedSteps.join(', ')}`);
// A step can fail without a test to name, as lint does: it counts as one.
const failed = Math.max(counts.failed, failedSteps.length);
console.log(`\n${counts.passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);

/** The files whose tests take longest, with their seconds. */
function slowest(suites, count) {
  const took = ({ specs = [], suites: inner = [] }) =>
    specs
      .flatMap((spec) => spec.tests.flatMap((test) => test.results))
      .reduce((sum, { duration }) => sum + duration, 0) + inner.reduce((sum, suite) => sum + took(suite), 0);
  return suites
    .map((suite) => ({ file: suite.file, seconds: took(suite) / 1000 }))
    .sort((a, b) => b.seconds - a.seconds)
    .slice(0, count)
    .map(({ file, seconds }) => `${seconds.toFixed(0).padStart(5)} s  ${file}`);
}
