import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';

const { forbidden } = jest.requireActual<{ forbidden: { name: string }[] }>('../.dependency-cruiser.cjs');
const root = join(__dirname, '..');
const core = 'packages/core/src';
const server = 'apps/server/src';
const web = 'apps/web/src';

/** One import that each rule forbids: a file, and the file or package that it imports. */
const offenders: Readonly<Record<string, readonly [from: string, to: string]>> = {
  'core-floors-time': [`${core}/time/a.ts`, `${core}/song/index.ts`],
  'core-floors-song': [`${core}/song/hit/a.ts`, `${core}/play/index.ts`],
  'core-floors-pattern': [`${core}/pattern/a.ts`, `${core}/play/tried/b.ts`],
  'core-floors-make': [`${core}/make/a.ts`, `${core}/form/index.ts`],
  'core-floors-form': [`${core}/form/a.ts`, `${core}/plan/dress/b.ts`],
  'core-floors-play': [`${core}/play/a.ts`, `${core}/midi/index.ts`],
  'core-floors-plan-midi': [`${core}/midi/a.ts`, `${core}/fold/index.ts`],
  'core-plan-and-midi-apart': [`${core}/plan/b.ts`, `${core}/midi/index.ts`],
  'core-within-song-hit': [`${core}/song/hit/b.ts`, `${core}/song/rule/b.ts`],
  'core-within-make-fill': [`${core}/make/fill/a.ts`, `${core}/make/build-up/b.ts`],
  'core-within-play-intensity': [`${core}/play/intensity/a.ts`, `${core}/play/timeline/b.ts`],
  'core-within-play-timeline': [`${core}/play/timeline/a.ts`, `${core}/play/tried/b.ts`],
  'core-within-play-tried': [`${core}/play/tried/a.ts`, `${core}/play/perform/b.ts`],
  'core-rooms-through-their-index': [`${core}/form/b.ts`, `${core}/song/hit/a.ts`],
  'core-no-room-through-its-own-index': [`${core}/fold/a.ts`, `${core}/fold/index.ts`],
  'core-has-rooms-only': [`${core}/fold/b.ts`, `${core}/helpers/a.ts`],
  'tonal-in-harmony-only': [`${core}/time/b.ts`, 'tonal'],
  'midi-bytes-imports-nothing': [`${core}/midi/bytes/a.ts`, `${core}/time/index.ts`],
  'packages-are-pure': ['packages/sound/src/a.ts', 'react'],
  'packages-no-node': ['packages/sound/src/b.ts', 'node:fs'],
  'web-without-the-song-library': [`${web}/session/d.ts`, 'packages/songs/src/library.ts'],
  'packages-through-their-indexes': [`${web}/session/a.ts`, `${core}/song/hit/a.ts`],
  'server-floors-database': [`${server}/database/a.ts`, `${server}/jobs/b.ts`],
  'server-floors-jobs-http': [`${server}/jobs/c.ts`, `${server}/songs/a.ts`],
  'server-floors-shelf-songs': [`${server}/songs/b.ts`, `${server}/imports/a.ts`],
  'server-floors-exports-imports': [`${server}/exports/a.ts`, `${server}/health/a.ts`],
  'server-floors-stand-on-the-ground': [`${server}/songs/c.ts`, `${server}/app.module.ts`],
  'web-floors-shared-api': [`${web}/shared/a.ts`, `${web}/document/a.ts`],
  'web-floors-document-session-audio': [`${web}/document/a.ts`, `${web}/transport/a.ts`],
  'web-floors-transport': [`${web}/transport/a.ts`, `${web}/rooms/sheet/a.ts`],
  'web-floors-rooms': [`${web}/rooms/sheet/a.ts`, `${web}/app/a.ts`],
  'web-rooms-keep-to-themselves': [`${web}/rooms/fills/a.ts`, `${web}/rooms/sheet/a.ts`],
  'web-not-server': [`${web}/api/a.ts`, `${server}/jobs/a.ts`],
  'server-not-web': [`${server}/jobs/a.ts`, `${web}/api/b.ts`],
  'no-circular': [`${web}/session/b.ts`, `${web}/session/c.ts`],
};
const circle: readonly [string, string] = [`${web}/session/c.ts`, `${web}/session/b.ts`];

/** The rules that are broken in a folder where these imports, and nothing else, are written. */
function brokenBy(imports: readonly (readonly [string, string])[]): Set<string> {
  const folder = mkdtempSync(join(tmpdir(), 'plucky-floors-'));
  try {
    const files = new Map<string, string>();
    for (const [, to] of imports) if (to.endsWith('.ts')) files.set(to, 'export {};\n');
    for (const [from, to] of imports) {
      const path = to.endsWith('.ts') ? relative(dirname(from), to).replace(/^(?!\.)/, './') : to;
      files.set(from, `${files.get(from) ?? ''}import '${path}';\n`);
    }
    for (const [file, text] of [...files, ['tsconfig.tests.json', '{}'] as const]) {
      mkdirSync(join(folder, dirname(file)), { recursive: true });
      writeFileSync(join(folder, file), text);
    }
    symlinkSync(join(root, 'node_modules'), join(folder, 'node_modules'));
    const program = join(root, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs');
    const args = [
      '--config',
      join(root, '.dependency-cruiser.cjs'),
      '--output-type',
      'json',
      'packages',
      'apps',
    ];
    const { stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
      cwd: folder,
      encoding: 'utf8',
    });
    if (!stdout) throw new Error(stderr);
    const { summary } = JSON.parse(stdout) as { summary: { violations: { rule: { name: string } }[] } };
    return new Set(summary.violations.map(({ rule }) => rule.name));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

test('each floor of the house refuses an import that goes up', () => {
  const names = forbidden.map(({ name }) => name);
  expect(Object.keys(offenders).sort()).toEqual([...names].sort());
  const broken = brokenBy([...Object.values(offenders), circle]);
  expect(names.filter((name) => !broken.has(name))).toEqual([]);
});

test('imports that go down break no rule', () => {
  const allowed: readonly (readonly [string, string])[] = [
    [`${core}/song/a.ts`, `${core}/time/index.ts`],
    [`${core}/song/rule/a.ts`, `${core}/song/hit/a.ts`],
    [`${core}/fold/a.ts`, `${core}/midi/index.ts`],
    [`${core}/pattern/harmony/a.ts`, 'tonal'],
    [`${web}/rooms/sheet/a.ts`, `${core}/form/index.ts`],
    [`${server}/exports/a.ts`, `${server}/songs/a.ts`],
    [`${server}/songs/b.ts`, `${server}/config.ts`],
    [`${web}/app/a.ts`, `${web}/rooms/sheet/a.ts`],
  ];
  expect([...brokenBy(allowed)]).toEqual([]);
});
