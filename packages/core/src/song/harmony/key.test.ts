import fc from 'fast-check';
import { Scale } from 'tonal';
import { inKey, keySignature, noteName, SCALE_NAMES, tonicPitchClass, TONICS } from './key.ts';

const keys = TONICS.flatMap((tonic) => SCALE_NAMES.map((scale) => ({ tonic, scale })));

/** The seven modes, which have a signature of their own. */
const MODES = SCALE_NAMES.slice(0, 7);
const modeKeys = keys.filter((key) => MODES.includes(key.scale));

test('every mode has seven of the twelve notes; every scale has its tonic, and its fifth where it has one', () => {
  const notesOf = (key: (typeof keys)[number]) =>
    Array.from({ length: 12 }, (_, note) => inKey(note, key)).filter(Boolean).length;
  for (const key of modeKeys) expect(notesOf(key)).toBe(7);
  const count = {
    'harmonic minor': 7,
    'minor pentatonic': 5,
    'minor blues': 6,
    'whole tone': 6,
    chromatic: 12,
  };
  for (const [scale, notes] of Object.entries(count))
    for (const key of keys.filter((one) => one.scale === scale)) expect(notesOf(key)).toBe(notes);
  for (const key of keys) {
    const tonic = tonicPitchClass(key.tonic);
    expect(inKey(tonic + 60, key)).toBe(true);
    const hasFifth = key.scale !== 'locrian' && key.scale !== 'whole tone';
    expect([key.scale, inKey(tonic + 67, key)]).toEqual([key.scale, hasFifth]);
  }
});

test('scales have the notes that the library gives them', () => {
  for (const key of keys) {
    const { chroma } = Scale.get(`${key.tonic} ${key.scale}`);
    const tonic = tonicPitchClass(key.tonic);
    const own = Array.from({ length: 12 }, (_, i) => (inKey(tonic + 60 + i, key) ? '1' : '0')).join('');
    expect([key.scale, own]).toEqual([key.scale, chroma]);
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
  ['A', 'minor pentatonic', 0, true],
  ['E', 'phrygian', 0, true],
  ['F', 'lydian', 0, false],
  ['G', 'major blues', 1, false],
] as const)('%s %s has a signature of %i sharps', (tonic, scale, sharps, minor) => {
  expect(keySignature({ tonic, scale })).toEqual({ sharps, minor });
});

test('a signature names the notes of its mode', () => {
  for (const key of modeKeys) {
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
