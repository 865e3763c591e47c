import { type Key, QUALITY_NAMES, TONICS } from '../../song/index.ts';
import { keyChords } from './chord.ts';
import { chordFrom, chordName, romanNumeral } from './chord-names.ts';

const KEYS = TONICS.flatMap((tonic): Key[] => [
  { tonic, scale: 'major' },
  { tonic, scale: 'minor' },
]);

test('every chord with a root of its own is read as what it is called', () => {
  for (const root of TONICS)
    for (const quality of QUALITY_NAMES) {
      const chord = { root, quality };
      expect(
        chordFrom(chordName(chord, { tonic: 'C', scale: 'major' }), { tonic: 'C', scale: 'major' }),
      ).toEqual(chord);
    }
});

test('every chord of a key is read as its numeral', () => {
  for (const key of KEYS)
    for (const chord of keyChords(key)) expect(chordFrom(romanNumeral(chord), key)).toEqual(chord);
});

test.each([
  [' F♯m7 ', { root: 'F#', quality: 'minor seventh' }],
  ['bb', { root: 'Bb', quality: 'major' }],
  ['H', null],
  ['VIII', null],
  ['Cx', null],
  ['', null],
] as const)('"%s" is read as %p', (text, chord) =>
  expect(chordFrom(text, { tonic: 'C', scale: 'major' })).toEqual(chord),
);
