import fc from 'fast-check';
import { inKey, keySignature, noteName, SCALE_NAMES, tonicPitchClass, TONICS } from './key.ts';

const keys = TONICS.flatMap((tonic) => SCALE_NAMES.map((scale) => ({ tonic, scale })));

test('every key has seven of the twelve notes, its tonic and its fifth among them', () => {
  for (const key of keys) {
    const tonic = tonicPitchClass(key.tonic);
    expect(Array.from({ length: 12 }, (_, note) => inKey(note, key)).filter(Boolean)).toHaveLength(7);
    expect(inKey(tonic + 60, key) && inKey(tonic + 67, key)).toBe(true);
  }
});

test.each([
  ['C', 'major', 0, false],
  ['F', 'minor', -4, true],
  ['D', 'dorian', 0, true],
  ['G', 'mixolydian', 0, false],
  ['B', 'major', 5, false],
  ['Gb', 'major', -6, false],
  ['Db', 'minor', 4, true],
] as const)('%s %s has a signature of %i sharps', (tonic, scale, sharps, minor) => {
  expect(keySignature({ tonic, scale })).toEqual({ sharps, minor });
});

test('a signature names the notes of its key', () => {
  for (const key of keys) {
    const { sharps } = keySignature(key);
    // The major scale of so many sharps begins seven semitones higher for each.
    const major = (((sharps * 7) % 12) + 12) % 12;
    for (const step of [0, 2, 4, 5, 7, 9, 11]) expect(inKey((major + step) % 12, key)).toBe(true);
  }
});

test('notes are named by octave, flats in flat keys', () => {
  expect(noteName(60, { tonic: 'C', scale: 'major' })).toBe('C4');
  expect(noteName(61, { tonic: 'D', scale: 'major' })).toBe('C#4');
  expect(noteName(61, { tonic: 'F', scale: 'minor' })).toBe('Db4');
  fc.assert(
    fc.property(fc.nat(127), fc.constantFrom(...keys), (note, key) => {
      expect(noteName(note, key).endsWith(String(Math.floor(note / 12) - 1))).toBe(true);
    }),
    { seed: 5 },
  );
});
