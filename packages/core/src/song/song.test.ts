import { hit, layer, pattern, section, smallSong, song, voice } from '../testing/songs.ts';
import { apply } from './apply.ts';
import type { ChangeSet } from './change-set.ts';
import { documentOf, indexOf, serialize } from './document.ts';
import { editSong } from './edit-song.ts';
import { InvalidSongError } from './errors.ts';
import { inKey, keySignature, noteName } from './harmony/key.ts';
import { readRecords, readSong } from './read.ts';
import type { SongRecord } from './records.ts';

function problemsWhen(change: Partial<ChangeSet>): readonly string[] {
  try {
    apply(smallSong(), { label: 'try', put: [], remove: [], ...change });
    return [];
  } catch (error) {
    if (!(error instanceof InvalidSongError)) throw error;
    return error.problems.map((problem) => `${problem.path}: ${problem.message}`);
  }
}

test('a change set gives the next document, and its inverse the one before, to the byte', () => {
  const before = smallSong();
  const change = {
    label: 'much at once',
    put: [song({ tempo: 90, form: [] }), pattern('fresh')],
    remove: ['verse', 'variation'],
  };
  const { document, inverse } = apply(before, change);
  expect(indexOf(document).song.tempo).toBe(90);
  expect(indexOf(document).pattern('variation')).toBeUndefined();
  expect(serialize(apply(document, inverse).document)).toBe(serialize(before));
  expect(serialize(documentOf(Object.values(before.records).reverse()))).toBe(serialize(before));
});

test.each<[string, Partial<ChangeSet>, RegExp]>([
  [
    'an unknown parent',
    { put: [pattern('p', { parent: 'nobody' })] },
    /p\.parent: no pattern has the id nobody/,
  ],
  ['a cycle of parents', { put: [pattern('main', { parent: 'variation' })] }, /follows itself/],
  ['a pattern that follows itself', { put: [pattern('p', { parent: 'p' })] }, /follows itself/],
  [
    'a hit of an unknown voice',
    { put: [pattern('p', { own: { a: hit('nobody', 0) } })] },
    /p\.own\.a\.voice/,
  ],
  [
    'a slot of an unknown pattern',
    { put: [section('s', [{ id: 'a', length: 960, layers: [layer('no')] }])] },
    /slots\.0\.layers\.0\.pattern/,
  ],
  [
    'two slots of one id',
    {
      put: [
        section('s', [
          { id: 'a', length: 960, layers: [] },
          { id: 'a', length: 960, layers: [] },
        ]),
      ],
    },
    /twice/,
  ],
  [
    'a layer that ends before it begins',
    { put: [section('s', [{ id: 'a', length: 960, layers: [layer('main', { from: 480, to: 480 })] }])] },
    /must end after it begins/,
  ],
  ['a voice of no part', { put: [voice('v', 40, { part: 'nobody' })] }, /no part/],
  ['a removed section that is played', { remove: ['verse'] }, /form\.0\.section/],
  ['removing what is not there', { remove: ['ghost'] }, /does not exist/],
  ['a second song record', { put: [{ ...song(), id: 'other' }] }, /one song record, not 2/],
])('%s is refused and named', (_, change, message) => {
  expect(problemsWhen(change).join('\n')).toMatch(message);
});

test.each<[string, unknown, RegExp]>([
  ['no record at all', 7, /put\[0\]/],
  ['an unknown kind', { id: 'x', kind: 'poem' }, /x\.kind/],
  ['an unknown field', { ...pattern('p'), colour: 'red' }, /colour/],
  ['velocity 0', pattern('p', { own: { a: hit('kick', 0, { velocity: 0 }) } }), /p\.own\.a\.velocity/],
  ['velocity 128', pattern('p', { own: { a: hit('kick', 0, { velocity: 128 }) } }), /p\.own\.a\.velocity/],
  ['a place between ticks', pattern('p', { own: { a: hit('kick', 0.5) } }), /p\.own\.a\.at/],
  ['markup in a name', pattern('p', { name: '<b>loud</b>' }), /p\.name: must not hold < or >/],
  ['a name that objects carry', pattern('constructor'), /reserved/],
  ['groups that do not add up', song({ meter: { beats: 7, unit: 8, groups: [2, 2, 2] } }), /meter\.groups/],
  ['swing over 75', song({ swing: { amount: 80, unit: 16 } }), /swing\.amount/],
])('%s is malformed', (_, record, message) => {
  expect(() => readRecords([record])).toThrow(message);
});

test('a whole song survives being written as JSON and read', () => {
  const before = smallSong();
  const read = readSong(JSON.parse(JSON.stringify(Object.values(before.records))) as unknown[]);
  expect(serialize(read)).toBe(serialize(before));
  expect(() =>
    readSong(Object.values(before.records).filter((record: SongRecord) => record.kind !== 'song')),
  ).toThrow(/one song record/);
});

test('an edit that changes nothing is null', () => {
  expect(editSong(smallSong(), { tempo: 120 }, 'tempo')).toBeNull();
  expect(editSong(smallSong(), { tempo: 121 }, 'tempo')).toMatchObject({ put: [{ tempo: 121 }] });
});

test('keys know their notes and their signature', () => {
  expect(keySignature({ tonic: 'F', scale: 'minor' })).toEqual({ sharps: -4, minor: true });
  expect(keySignature({ tonic: 'D', scale: 'dorian' })).toEqual({ sharps: 0, minor: true });
  expect(keySignature({ tonic: 'C#', scale: 'major' })).toEqual({ sharps: 7, minor: false });
  expect(keySignature({ tonic: 'Gb', scale: 'minor' })).toEqual({ sharps: 3, minor: true });
  expect([65, 66].map((note) => inKey(note, { tonic: 'F', scale: 'minor' }))).toEqual([true, false]);
  expect(noteName(63, { tonic: 'E', scale: 'major' })).toBe('D#4');
});
