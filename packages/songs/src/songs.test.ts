import {
  exportOptions,
  exportRegions,
  indexOf,
  notesOf,
  readMidi,
  readSong,
  resolve,
  serialize,
  songBars,
  compile,
} from '@plucky/core';
import { blankSong, DEMO_SONGS } from './index.ts';

const songs = Object.entries(DEMO_SONGS).map(([id, make]) => [id, make()] as const);

describe.each(songs)('%s', (_, song) => {
  test('is a sound song that survives being written and read', () => {
    const again = readSong(JSON.parse(JSON.stringify(Object.values(song.records))));
    expect(serialize(again)).toBe(serialize(song));
  });

  test('has no loose edit in any pattern', () => {
    const { parts, patternsOf } = indexOf(song);
    for (const pattern of parts.flatMap((part) => patternsOf(part.id)))
      expect([pattern.id, resolve(song, pattern.id).loose]).toEqual([pattern.id, []]);
  });

  test('leaves as regions that read back without a difference', () => {
    const options = exportOptions({ regions: ['song', 'section', 'slot', 'pattern'], cueTrack: true });
    const regions = exportRegions(song, options);
    expect(regions.flatMap((region) => region.verification.differences)).toEqual([]);
    expect(new Set(regions.map((region) => region.file)).size).toBe(regions.length);
    expect(new Set(regions.map((region) => region.id)).size).toBe(regions.length);
  });
});

test('lengths are as announced', () => {
  expect(songs.map(([, song]) => [indexOf(song).song.name, songBars(song)])).toEqual([
    ['Paper Lanterns', 72],
    ['Salt Waltz', 48],
    ['Seven Herons', 56],
  ]);
});

test('slot regions laid end to end hold the very notes of the song, as written', () => {
  const song = DEMO_SONGS['paper-lanterns']?.();
  if (!song) throw new Error('no demo song');
  const options = exportOptions({ regions: ['slot'], timing: 'grid' });
  let start = 0;
  const joined = exportRegions(song, options).flatMap(({ bytes }) => {
    const file = readMidi(bytes);
    const notes = notesOf(file).notes.map((note) => ({ ...note, tick: note.tick + start }));
    start += file.tracks[0]?.length ?? 0;
    return notes;
  });
  const [whole] = exportRegions(song, exportOptions({ regions: ['song'], timing: 'grid' }));
  if (!whole) throw new Error('no song region');
  const places = (notes: typeof joined) =>
    notes.map(({ tick, channel, note, velocity }) => [tick, channel, note, velocity].join(' ')).sort();
  expect(places(joined)).toEqual(places(notesOf(readMidi(whole.bytes)).notes));
});

test('a blank song is sound and silent', () => {
  const song = blankSong('Untitled', 1);
  expect(() => readSong(Object.values(song.records))).not.toThrow();
  expect(compile(song, { kind: 'pattern', pattern: 'main' }).events).toEqual([]);
});
