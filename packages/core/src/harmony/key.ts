import { Mode, Note } from 'tonal';

/** The scales that a song can be in. */
export const SCALE_NAMES = ['major', 'minor', 'dorian', 'mixolydian'] as const;
/** The tonics that a song can have, up the keyboard. */
export const TONICS = ['C', 'C#', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

export type ScaleName = (typeof SCALE_NAMES)[number];
export type Tonic = (typeof TONICS)[number];

export interface Key {
  readonly tonic: Tonic;
  readonly scale: ScaleName;
}

/** Pitch class 0..11 of the tonic, C = 0. */
export function tonicPitchClass(tonic: Tonic): number {
  return Note.get(tonic).chroma;
}

const pitchClasses = new Map<string, ReadonlySet<number>>();

/** True when the MIDI note 0..127 belongs to the key. */
export function inKey(note: number, { tonic, scale }: Key): boolean {
  const name = `${tonic} ${scale}`;
  let classes = pitchClasses.get(name);
  if (!classes) {
    classes = new Set(Mode.notes(scale, tonic).map((one) => Note.get(one).chroma));
    pitchClasses.set(name, classes);
  }
  return classes.has(note % 12);
}

/** The key signature of a Standard MIDI File: sharps -7..7 (flats negative) and whether it is minor. */
export function keySignature({ tonic, scale }: Key): { sharps: number; minor: boolean } {
  const mode = Mode.get(scale);
  // The major scale has as many sharps as its tonic lies fifths above C, and a mode so many flats more.
  const fifths = Note.get(tonic).coord[0] - mode.alt;
  // Beyond seven sharps or flats the enharmonic signature is twelve fifths away.
  const sharps = fifths > 7 ? fifths - 12 : fifths < -7 ? fifths + 12 : fifths;
  return { sharps, minor: mode.triad === 'm' };
}

/**
 * A MIDI note in words, middle C (60) being C4, spelt with flats in flat keys.
 * @example noteName(41, { tonic: 'F', scale: 'minor' }) // => 'F2'
 */
export function noteName(note: number, key: Key): string {
  return keySignature(key).sharps < 0 ? Note.fromMidi(note) : Note.fromMidiSharps(note);
}
