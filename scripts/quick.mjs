// npm run quick: types, lint and tests of what is not on the upstream branch yet, for while one works.
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname } from 'node:path';
import { install, root, run } from './run.mjs';

const git = (...args) =>
  execFileSync('git', args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] })
    .split('\n')
    .filter(Boolean);

/** The commit that the work began from: where it left the upstream branch or, without one, the last commit. */
function began() {
  try {
    return git('merge-base', 'HEAD', '@{upstream}')[0];
  } catch {
    return 'HEAD';
  }
}

install();
const changed = [
  ...git('diff', '--name-only', began()),
  ...git('ls-files', '--others', '--exclude-standard'),
].filter((file) => existsSync(`${root}/${file}`));
const code = changed.filter((file) => /\.(tsx?|mjs)$/.test(file));
const folders = [
  ...new Set(code.filter((file) => /\/src\//.test(file)).map((file) => `${dirname(file)}/[^/]*$`)),
];
const cache = ['--cache', '--cache-strategy', 'content', '--cache-location', 'node_modules/.cache/eslint/'];
const steps = [
  () => run('npx', ['tsc', '-b']),
  () => (code.length ? run('npx', ['eslint', ...cache, '--max-warnings', '0', ...code]) : 0),
  () => (changed.length ? run('npx', ['prettier', '--check', '--ignore-unknown', ...changed]) : 0),
  () => (folders.length ? run('npx', ['jest', '--passWithNoTests', '--testPathPatterns', ...folders]) : 0),
];
const failed = steps.filter((step) => step() !== 0).length;
console.log(`\n${changed.length} files changed, ${failed} of ${steps.length} steps failed`);
process.exit(failed ? 1 : 0);
