import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRecords, readSong } from '../read.ts';
import { readShelfPattern } from '../shelf/read-shelf.ts';
import { bringUpRecords, bringUpShelfItem, NewerFormatError } from './bring-up.ts';
import type { Stored } from './migration.ts';
import { FORMAT } from './version.ts';

interface Sample {
  readonly records: readonly Stored[];
  readonly shelf: Stored;
}

const sampleOf = (format: number) =>
  JSON.parse(readFileSync(join(__dirname, `samples/format-${format}.json`), 'utf8')) as Sample;

test('there is a kept sample of every older format', () => {
  for (let format = 1; format < FORMAT; format++) expect(sampleOf(format).records.length).toBeGreaterThan(3);
});

test.each(Array.from({ length: FORMAT - 1 }, (_, i) => i + 1))(
  'what was stored in format %i is sound once it is brought up, and nothing is left to do then',
  (format) => {
    const { records, shelf } = sampleOf(format);
    const raised = bringUpRecords(records, format);
    expect(Object.values(readSong(raised).records)).toEqual(raised);
    expect(bringUpRecords(raised as unknown as Stored[], FORMAT)).toEqual(raised);
    const item = bringUpShelfItem(shelf, format);
    expect(readShelfPattern(item)).toEqual(item);
  },
);

test('names of format 1 that could not be saved again are tidied, and everything else stays', () => {
  const { records } = sampleOf(1);
  expect(() => readRecords(records)).toThrow(/name/);
  const raised = bringUpRecords(records, 1);
  expect(raised.map((record) => (record.kind === 'bench' ? '' : record.name))).toEqual([
    'Café  gnal',
    'Drums',
    'Untitled',
    'Main  groove',
    'Verse',
  ]);
  expect(raised[3]).toEqual({ ...records[3], name: 'Main  groove', label: 'warm' });
  expect(raised[1]).toBe(records[1]);
});

test('what a newer program has stored is refused by name and left as it is', () => {
  expect(() => bringUpRecords([], FORMAT + 1)).toThrow(NewerFormatError);
  expect(() => bringUpShelfItem({}, FORMAT + 1)).toThrow(/made by a newer version/);
});

test('a hand-off of format 17 loses its ticks, and nothing else of it', () => {
  const { records } = sampleOf(17);
  const song = records.find(({ kind }) => kind === 'song');
  const { ticks, ...rest } = song?.['handOff'] as Stored;
  expect(ticks).toEqual({ 'pattern.fill': true, 'section.o1': false });
  expect(bringUpRecords(records, 17).find(({ kind }) => kind === 'song')).toEqual({ ...song, handOff: rest });
});

test('what began within its slot of format 4 and ran to its end stands at the end from then on', () => {
  const { records } = sampleOf(4);
  const raised = readRecords(bringUpRecords(records, 4));
  const verse = raised.find((record) => record.kind === 'section');
  expect(verse?.slots.at(-1)?.layers.map(({ pattern, from, to }) => [pattern, from, to])).toEqual([
    ['main', undefined, -3840],
    ['fill', -3840, undefined],
  ]);
});

test('what fills of format 10 called their swell is their velocity from then on, and a swell stays one', () => {
  const { records } = sampleOf(10);
  const before = JSON.stringify(records).match(/"swell":\{/g);
  expect(before).not.toBeNull();
  const raised = JSON.stringify(bringUpRecords(records, 10));
  expect(raised.match(/"velocity":\{"from"/g)).toHaveLength(before?.length ?? 0);
  expect(raised).not.toContain('"swell":{');
  expect(raised.match(/"swell":\d/g)).toEqual(JSON.stringify(records).match(/"swell":\d/g));
});

test('drafts of format 10 say velocity too, in their recipe and in each fill that one made', () => {
  const swell = { from: 40, to: 110 };
  const fill = (recipe: Stored) => ({ kind: 'pattern', madeBy: recipe });
  const drafts = (recipe: Stored) => ({ kind: 'bench', fills: [{ recipe, fills: [fill(recipe)] }] });
  const [raised] = bringUpRecords([drafts({ busy: 70, swell })], 10);
  expect(raised).toEqual(drafts({ busy: 70, velocity: swell }));
  const none = { kind: 'bench', fills: [] };
  expect(bringUpRecords([none], 10)[0]).toBe(none);
});

test('ramps of format 14 are straight from then on, and its chord notes keep what they play', () => {
  const { records } = sampleOf(14);
  const raised = readRecords(bringUpRecords(records, 14));
  const patterns = raised.filter((record) => record.kind === 'pattern');
  const ramps = patterns.flatMap(({ shapes }) => shapes.filter(({ rule }) => rule === 'ramp'));
  expect(ramps).toEqual([{ id: 'rise', rule: 'ramp', voices: null, start: 40, end: 110, bend: 0 }]);
  expect(patterns.find(({ harmony }) => harmony === 'chord notes')?.id).toBe('line');
  const main = records.find(({ id }) => id === 'main');
  expect(bringUpRecords([main ?? {}], 14)[0]).toBe(main);
});
