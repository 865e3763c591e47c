import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

/** The most comments that may begin with a question word: a comment names its subject first. */
const MOST = 60;
const BEGINS = String.raw`(/\*\*|^ *\*|//) (What|How|Whether|Where)\b`;

test('comments name their subject first', () => {
  const found = spawnSync('git', ['grep', '-nE', BEGINS, '--', '*.ts', '*.tsx', '*.mjs'], {
    cwd: join(__dirname, '..'),
    encoding: 'utf8',
  });
  const lines = found.stdout.split('\n').filter(Boolean);
  expect(lines.length).toBeGreaterThan(0);
  expect(lines.length <= MOST ? [] : lines).toEqual([]);
});
