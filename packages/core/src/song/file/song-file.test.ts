import fc from 'fast-check';
import { dice, runEdits } from '../../testing/random-edits.ts';
import { smallSong } from '../../testing/songs.ts';
import { tries } from '../../testing/tries.ts';
import { FORMAT } from '../format/version.ts';
import { readSongFile } from './song-file.ts';
import { songFile } from './write.ts';

test('any song comes back from its file as it was, and is written in the same way again', () => {
  fc.assert(
    fc.property(fc.array(dice, { maxLength: 40 }), (rolls) => {
      const { document } = runEdits(rolls);
      const text = songFile(document);
      const read = readSongFile(text);
      expect(read.records).toEqual(document.records);
      expect(songFile(read)).toBe(text);
    }),
    tries(40, 13),
  );
});

test('a song file of an older format is brought up, one of a newer is refused', () => {
  const file = JSON.parse(songFile(smallSong())) as { format: number };
  expect(readSongFile(JSON.stringify({ ...file, format: 1 })).records).toEqual(smallSong().records);
  expect(() => readSongFile(JSON.stringify({ ...file, format: FORMAT + 1 }))).toThrow(/newer version/);
});

test.each([
  ['', /It is no JSON/],
  ['{"kind": "plucky-verse-song"', /It is no JSON/],
  ['[]', /Its kind must be/],
  ['null', /must be an object/],
  ['{"kind":"plucky-verse-song","format":0,"records":[]}', /Its format must be a whole number/],
  [`{"kind":"plucky-verse-song","format":${FORMAT},"records":{}}`, /Its records must be a list/],
  [`{"kind":"plucky-verse-song","format":${FORMAT},"records":[3]}`, /Each record must be an object/],
  [`{"kind":"plucky-verse-song","format":${FORMAT},"records":[{"kind":"opera","id":"x"}]}`, /^x/],
  [`{"kind":"plucky-verse-song","format":${FORMAT},"records":[]}`, /song/],
])('what is no song is refused in words: %s', (text, words) => {
  expect(() => readSongFile(text)).toThrow(words);
});
