import fc from 'fast-check';
import { tries } from '../testing/tries.ts';
import { fileNames, safeFileName } from './file-names.ts';
import type { RegionPlan } from './region-list.ts';

const region = (name: string): RegionPlan => ({
  id: name,
  kind: 'section',
  name,
  scope: { kind: 'song' },
  label: '',
  startBar: 1,
  startBeat: 1,
  startTick: 0,
  bars: 1,
});
const bytes = (text: string) => Buffer.byteLength(text);

test.each<[string, string]>([
  ['con', '_con'],
  ['NUL.backup', '_NUL.backup'],
  ['com1', '_com1'],
  ['LPT\u00b9', '_LPT\u00b9'],
  ['console', 'console'],
  ['a/b\\c:d', 'a-b-c-d'],
  ['..', 'region'],
  ['-rf', 'rf'],
  ['~/.. -x', 'x'],
  ['- -', 'region'],
  ['/verse', 'verse'],
  ['gnp\u202e', 'gnp-'],
  ['Cafe\u0301', 'Caf\u00e9'],
])('%j as a file name', (text, name) => {
  expect(safeFileName(text)).toBe(name);
});

test('names that some system takes for one are told apart', () => {
  const names = fileNames(
    ['Straße', 'STRASSE', 'Cafe\u0301', 'Café', 'ﬁll', 'fill'].map(region),
    '{name}',
    'S',
  );
  expect(names).toEqual([
    'Straße.mid',
    'STRASSE (2).mid',
    'Café.mid',
    'Café (2).mid',
    'ﬁll.mid',
    'fill (2).mid',
  ]);
});

test('whatever the names, files fit every system, are whole text, and differ', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string({ unit: 'binary', maxLength: 260 }), { minLength: 1, maxLength: 6 }),
      fc.string({ maxLength: 80 }),
      (titles, template) => {
        const names = fileNames(titles.map(region), `{name}${template}`, 'S');
        expect(new Set(names.map((name) => name.normalize('NFKC').toLowerCase())).size).toBe(names.length);
        for (const name of names) {
          expect(bytes(name)).toBeLessThanOrEqual(200);
          expect(Buffer.from(name).toString()).toBe(name);
          expect(name).not.toMatch(/[\\/:*?"<>|]|^\.|[. ]\.mid$/);
        }
      },
    ),
    tries(300, 11),
  );
});
