// npm run mutate [-- time midi/bytes …] [-- --sample 10 [--seed 7]]: changes the code of core's rooms bit by bit, and tells which
// changes no test of the room notices; all takes hours, a sample is of one file in so many. The mutation tester is installed by
// itself, in .cache/mutate, so that nothing else waits for it.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import jest from '../jest.config.mjs';
import { install, root, run } from './run.mjs';

const SOURCE = 'packages/core/src';
const ROOMS = ['time', 'song', 'pattern', 'play', 'midi'];
/** Least share of the changes that have to be noticed, in percent. */
const LEAST = 85;
/** Kinds of change beside arithmetic, comparisons and their bounds, booleans, conditions, and what a function gives back. */
const LEFT_OUT = [
  'ArrayDeclaration',
  'AssignmentOperator',
  'MethodExpression',
  'ObjectLiteral',
  'OptionalChaining',
  'Regex',
  'StringLiteral',
  'UnaryOperator',
  'UpdateOperator',
];

const listed = (...args) =>
  spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
/** Tests that ask for an environment of their own tell the tester nothing. */
const OWN_ENVIRONMENT = listed('grep', '-l', '@jest-environment', '--', `${SOURCE}/*.test.ts`);

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { sample: { type: 'string', default: '1' }, seed: { type: 'string', default: '1' } },
});
const places = positionals.length ? positionals : ROOMS;
for (const place of places)
  if (!existsSync(`${root}/${SOURCE}/${place}`)) {
    console.error(`Not in ${SOURCE}: ${place}. Ask for rooms, folders or files of it: time, midi/bytes.`);
    process.exit(1);
  }

install();
const own = `${root}/.cache/mutate`;
mkdirSync(own, { recursive: true });
for (const file of ['package.json', 'package-lock.json'])
  copyFileSync(`${root}/scripts/mutate/${file}`, `${own}/${file}`);
const isThere = existsSync(`${own}/node_modules`);
if (!isThere && run('npm', ['ci', '--prefix', own, '--no-audit', '--no-fund']) !== 0) process.exit(1);

const shares = places.map((place) => [place, tried(place)]);
for (const [place, { noticed, missed }] of shares)
  console.log(
    `${place}: ${noticed} of ${noticed + missed} changes were noticed, ${percent(noticed, missed)} %`,
  );
process.exit(shares.some(([, { noticed, missed }]) => percent(noticed, missed) < LEAST) ? 1 : 0);

/** The files of a place that are changed: all, or those of the sample, drawn by their names and the seed. */
function filesOf(place) {
  const order = (file) => createHash('sha1').update(`${values.seed} ${file}`).digest('hex');
  const files = listed('ls-files', `${SOURCE}/${place}`)
    .filter((file) => /\.ts$/.test(file) && !/\.test\.ts$|\/index\.ts$/.test(file))
    .sort((a, b) => order(a).localeCompare(order(b)));
  return files.slice(0, Math.ceil(files.length / Number(values.sample)));
}

/** Changes a room, a folder or a file, runs the room's tests on each change, and lists those that passed. */
function tried(place) {
  const core = jest.projects.find(({ displayName }) => displayName === 'core');
  const [room] = place.split('/');
  const report = `${own}/report.json`;
  const settings = {
    testRunner: 'jest',
    jest: {
      config: {
        ...core,
        // The tester works in a copy of the project.
        setupFiles: ['<rootDir>/src/testing/guard-values.ts'],
        testMatch: [`<rootDir>/src/${room}/**/*.test.ts`, '<rootDir>/src/examples.test.ts'],
        testPathIgnorePatterns: OWN_ENVIRONMENT,
        testTimeout: jest.testTimeout,
      },
    },
    mutate: filesOf(place),
    mutator: { excludedMutations: LEFT_OUT },
    coverageAnalysis: 'perTest',
    ignoreStatic: true,
    ignorePatterns: ['/*', '!/packages', '/packages/*', '!/packages/core', '/packages/core/dist', '!/*.json'],
    tempDirName: '.cache/mutate/sandbox',
    incremental: true,
    incrementalFile: `${own}/${place.replaceAll('/', '-')}.json`,
    reporters: ['json', 'progress-append-only'],
    jsonReporter: { fileName: report },
    concurrency: 2,
  };
  writeFileSync(`${own}/config.json`, JSON.stringify(settings));
  const tester = `${own}/node_modules/@stryker-mutator/core/bin/stryker.js`;
  if (run(process.execPath, [tester, 'run', `${own}/config.json`]) !== 0) process.exit(1);

  const counts = { noticed: 0, missed: 0 };
  for (const [file, { source, mutants }] of Object.entries(JSON.parse(readFileSync(report, 'utf8')).files)) {
    const lines = source.split('\n');
    for (const { status, location, replacement, mutatorName } of mutants) {
      if (status === 'Killed' || status === 'Timeout') counts.noticed += 1;
      if (status !== 'Survived' && status !== 'NoCoverage') continue;
      counts.missed += 1;
      const { line } = location.start;
      const next = replacement.slice(0, 80).replaceAll('\n', ' ');
      console.log(`${file}:${line}  ${mutatorName}  ${lines[line - 1].trim()}  →  ${next}`);
    }
  }
  return counts;
}

function percent(noticed, missed) {
  return noticed + missed ? Math.floor((1000 * noticed) / (noticed + missed)) / 10 : 100;
}
