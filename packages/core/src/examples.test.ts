import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const files = readdirSync(__dirname, { recursive: true, encoding: 'utf8' }).filter(
  (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.startsWith('testing'),
);
const sources = files.map((file) => readFileSync(join(__dirname, file), 'utf8'));
const examples = sources.flatMap((text) => [...text.matchAll(/@example (.+) \/\/ => (.+)/g)]);

let core: Readonly<Record<string, unknown>>;
beforeAll(async () => {
  // All modules, since an example may stand on a function that is no one else's.
  const modules = await Promise.all(files.map((file) => import(join(__dirname, file)) as Promise<object>));
  core = Object.assign({}, ...modules) as Record<string, unknown>;
});

function evaluate(code: string): unknown {
  // The examples are this package's own comments, so that running them is running our code.
  // eslint-disable-next-line @typescript-eslint/no-implied-eval
  return new Function(...Object.keys(core), `return (${code});`)(...Object.values(core));
}

test('there are examples', () => expect(examples.length).toBeGreaterThan(10));

test.each(examples.map(([, call, result]) => [call ?? '', result ?? '']))('%s is %s', (call, result) => {
  expect(evaluate(call)).toEqual(evaluate(result));
});
