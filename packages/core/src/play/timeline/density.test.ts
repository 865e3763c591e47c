import { indexOf } from '../../song/index.ts';
import { smallSong } from '../../testing/songs.ts';
import { densities } from './density.ts';

test('the density of a line is its hits a beat, without what its occurrence silences', () => {
  // Three bars in one line: main twice with five hits, then the variation with five.
  expect(densities(smallSong()).get('o1')).toEqual([15 / 12]);
  const { form } = indexOf(smallSong()).song;
  const quiet = smallSong({ form: form.map((one) => ({ ...one, silencedVoices: ['kick'] })) });
  expect(densities(quiet).get('o1')).toEqual([(3 + 3 + 2) / 12]);
});

test('a section is cut into lines by the song’s phrase', () => {
  expect(densities(smallSong({ phraseBars: 2 })).get('o1')).toHaveLength(2);
});
