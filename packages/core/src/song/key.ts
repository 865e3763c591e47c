/** Semitones above the tonic. */
const SCALES = {
  major: [0, 2, 4, 5, 7, 9, 11],
  minor: [0, 2, 3, 5, 7, 8, 10],
  dorian: [0, 2, 3, 5, 7, 9, 10],
  mixolydian: [0, 2, 4, 5, 7, 9, 10],
} as const satisfies Record<string, readonly number[]>;

/** Places of the tonics on the circle of fifths, C = 0, sharps upwards. */
const FIFTHS = {
  C: 0,
  'C#': 7,
  Db: -5,
  D: 2,
  Eb: -3,
  E: 4,
  F: -1,
  'F#': 6,
  Gb: -6,
  G: 1,
  Ab: -4,
  A: 3,
  Bb: -2,
  B: 5,
} as const;

/** How far each scale's signature lies from the major scale on the same tonic, in fifths. */
const SCALE_FIFTHS = { major: 0, minor: -3, dorian: -2, mixolydian: -1 } as const;

export type ScaleName = keyof typeof SCALES;
export type Tonic = keyof typeof FIFTHS;
export const SCALE_NAMES = Object.keys(SCALES) as ScaleName[];
export const TONICS = Object.keys(FIFTHS) as Tonic[];

export interface Key {
  readonly tonic: Tonic;
  readonly scale: ScaleName;
}

const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const FLAT_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];

/** Pitch class 0..11 of the tonic, C = 0; a fifth is seven semitones. */
export function tonicPitchClass(tonic: Tonic): number {
  return (((FIFTHS[tonic] * 7) % 12) + 12) % 12;
}

/** True when the MIDI note 0..127 belongs to the key. */
export function inKey(note: number, key: Key): boolean {
  const step = (((note - tonicPitchClass(key.tonic)) % 12) + 12) % 12;
  return (SCALES[key.scale] as readonly number[]).includes(step);
}

/** The key signature of a Standard MIDI File: sharps -7..7 (flats negative) and whether it is minor. */
export function keySignature(key: Key): { sharps: number; minor: boolean } {
  const fifths = FIFTHS[key.tonic] + SCALE_FIFTHS[key.scale];
  // Beyond seven sharps or flats the enharmonic signature is twelve fifths away.
  const sharps = fifths > 7 ? fifths - 12 : fifths < -7 ? fifths + 12 : fifths;
  return { sharps, minor: key.scale === 'minor' || key.scale === 'dorian' };
}

/**
 * A MIDI note in words, middle C (60) being C4, spelt with flats in flat keys.
 * @example noteName(41, { tonic: 'F', scale: 'minor' }) // => 'F2'
 */
export function noteName(note: number, key: Key): string {
  const names = keySignature(key).sharps < 0 ? FLAT_NAMES : SHARP_NAMES;
  return `${names[note % 12] ?? ''}${Math.floor(note / 12) - 1}`;
}
