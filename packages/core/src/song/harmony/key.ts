import { Mode, Note } from 'tonal';
import { cacheByText, modulo } from '../../time/index.ts';

/** The scales that a song can be in: the seven modes, and others in common use. */
export const SCALE_NAMES = [
  'major',
  'minor',
  'dorian',
  'mixolydian',
  'phrygian',
  'lydian',
  'locrian',
  'harmonic minor',
  'melodic minor',
  'major pentatonic',
  'minor pentatonic',
  'major blues',
  'minor blues',
  'whole tone',
  'chromatic',
] as const;
/** The tonics that a song can have, up the keyboard. */
export const TONICS = ['C', 'C#', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/**
 * Semitones above the tonic of the scales that are no mode. The harmony library knows them too, but its whole dictionary of
 * scales would be fetched with the first page; a test holds these against it.
 */
const STEPS: Readonly<Record<string, readonly number[]>> = {
  'harmonic minor': [0, 2, 3, 5, 7, 8, 11],
  'melodic minor': [0, 2, 3, 5, 7, 9, 11],
  'major pentatonic': [0, 2, 4, 7, 9],
  'minor pentatonic': [0, 3, 5, 7, 10],
  'major blues': [0, 2, 3, 4, 7, 9],
  'minor blues': [0, 3, 5, 6, 7, 10],
  'whole tone': [0, 2, 4, 6, 8, 10],
  chromatic: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11],
};

export type ScaleName = (typeof SCALE_NAMES)[number];
export type Tonic = (typeof TONICS)[number];

/** A key: a tonic and a scale. */
export interface Key {
  readonly tonic: Tonic;
  readonly scale: ScaleName;
}

/** Pitch class 0..11 of the tonic, C = 0. */
export function tonicPitchClass(tonic: Tonic): number {
  return Note.get(tonic).chroma;
}

/** More than there are keys. */
const KEYS = 1000;
/** Pitch classes of a key by its tonic and scale. */
const pitchClassCache = cacheByText(KEYS, (name): ReadonlySet<number> => {
  const [tonic, scale] = name.split('/') as [Tonic, ScaleName];
  const steps = STEPS[scale];
  return new Set(
    steps
      ? steps.map((step) => (tonicPitchClass(tonic) + step) % 12)
      : Mode.notes(scale, tonic).map((one) => Note.get(one).chroma),
  );
});

/** True when the MIDI note 0..127 belongs to the key. */
export function inKey(note: number, { tonic, scale }: Key): boolean {
  return pitchClassCache(`${tonic}/${scale}`).has(note % 12);
}

/**
 * Semitones above the tonic of the seven degrees on which a key's chords stand: those of its scale, or for a scale of other
 * than seven notes those of the plain minor or major one.
 */
export function degreeSteps({ tonic, scale }: Key): readonly number[] {
  const own = STEPS[scale];
  if (own?.length === 7) return own;
  const notes = Mode.notes(own ? modeOf(scale) : scale, tonic);
  return notes.map((note) => modulo(Note.get(note).chroma - tonicPitchClass(tonic), 12));
}

/** The mode by whose signature a scale is written: its own, or the plain major or minor one. */
function modeOf(scale: ScaleName): string {
  if (!Mode.get(scale).empty) return scale;
  return scale.includes('minor') ? 'minor' : 'major';
}

/** The key signature of a Standard MIDI File: sharps -7..7 (flats negative) and whether it is minor. */
export function keySignature({ tonic, scale }: Key): { sharps: number; minor: boolean } {
  const mode = Mode.get(modeOf(scale));
  // The major scale has as many sharps as its tonic lies fifths above C, and a mode so many flats more.
  const fifths = Note.get(tonic).coord[0] - mode.alt;
  // Beyond seven sharps or flats the enharmonic signature is twelve fifths away.
  const sharps = fifths > 7 ? fifths - 12 : fifths < -7 ? fifths + 12 : fifths;
  return { sharps, minor: mode.triad === 'm' };
}

/** The major or minor key that a signature of a Standard MIDI File (sharps -7..7) says; null for one that says none. */
export function keyOfSignature(sharps: number, minor: boolean): Key | null {
  const scale = minor ? 'minor' : 'major';
  const tonic = TONICS.find((one) => keySignature({ tonic: one, scale }).sharps === sharps);
  return tonic ? { tonic, scale } : null;
}

/**
 * A MIDI note in words, middle C (60) being C4, spelt with flats in flat keys.
 * @example noteName(41, { tonic: 'F', scale: 'minor' }) // => 'F2'
 */
export function noteName(note: number, key: Key): string {
  return keySignature(key).sharps < 0 ? Note.fromMidi(note) : Note.fromMidiSharps(note);
}
