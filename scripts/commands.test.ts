import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const root = join(__dirname, '..');
const pages = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(root, 'docs'))
    .filter((file) => file.endsWith('.md'))
    .map((file) => `docs/${file}`),
];

test.each(pages)('each command that %s names is there', (page) => {
  const { scripts } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as {
    scripts: Readonly<Record<string, string>>;
  };
  const text = readFileSync(join(root, page), 'utf8');
  const named = [...text.matchAll(/npm run ([a-z][a-z:-]*)/g)].map(([, name]) => name ?? '');
  expect(named.filter((name) => !(name in scripts))).toEqual([]);
});
