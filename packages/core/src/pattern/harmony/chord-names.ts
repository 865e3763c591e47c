import { Note } from 'tonal';
import {
  type Chord,
  type Key,
  noteName,
  QUALITIES,
  type Quality,
  QUALITY_NAMES,
  TONICS,
} from '../../song/index.ts';
import { chordRoot, keyChords } from './chord.ts';

/**
 * A chord by its name.
 * @example chordName({ degree: 6, quality: 'major' }, { tonic: 'F', scale: 'minor' }) // => 'Db'
 */
export function chordName(chord: Chord, key: Key): string {
  const root = 'root' in chord ? chord.root : noteName(60 + chordRoot(chord, key), key).replace(/-?\d+$/, '');
  return `${root}${QUALITIES[chord.quality].suffix}`;
}

const NUMERALS = ['I', 'II', 'III', 'IV', 'V', 'VI', 'VII'] as const;

/**
 * A degree by its roman numeral: small for chords with a minor third, with what else its quality has behind it.
 * @example romanNumeral({ degree: 7, quality: 'diminished' }) // => 'vii°'
 */
export function romanNumeral({ degree, quality }: Extract<Chord, { degree: number }>): string {
  const numeral = NUMERALS[degree - 1] ?? '';
  const { steps, suffix } = QUALITIES[quality];
  const third: number = steps[1];
  return `${third === 3 ? numeral.toLowerCase() : numeral}${ROMAN_SUFFIX[quality] ?? suffix}`;
}

/** Suffixes of a numeral that differ from those of a root's name. */
const ROMAN_SUFFIX: Readonly<Partial<Record<Quality, string>>> = {
  minor: '',
  diminished: '°',
  augmented: '+',
  'minor seventh': '7',
  'minor sixth': '6',
  'half-diminished': 'ø7',
  'diminished seventh': '°7',
};

/**
 * A chord from what was typed: a name such as Db, F#m7 or Ebmaj7, or a roman numeral such as VI or ii°, whose quality is the
 * key's own unless it says one. Null for anything else.
 */
export function chordFrom(text: string, key: Key): Chord | null {
  const typed = text.trim().replaceAll('♭', 'b').replaceAll('♯', '#');
  return numeralFrom(typed, key) ?? nameFrom(typed);
}

function numeralFrom(typed: string, key: Key): Chord | null {
  const [, numeral = '', rest = ''] = /^(VII|VI|IV|V|III|II|I|vii|vi|iv|v|iii|ii|i)(.*)$/.exec(typed) ?? [];
  const degree = NUMERALS.findIndex((one) => one === numeral.toUpperCase()) + 1;
  if (!degree) return null;
  const wanted = romanQualities(numeral === numeral.toLowerCase()).filter(([suffix]) => suffix === rest);
  const quality = wanted[0]?.[1];
  const own = keyChords(key).find((one) => one.degree === degree && romanNumeral(one) === typed);
  return own ?? (quality ? { degree, quality } : null);
}

/** Suffixes of a numeral, small or large, with the quality of each. */
function romanQualities(isSmall: boolean): readonly (readonly [suffix: string, quality: Quality])[] {
  return QUALITY_NAMES.filter((name) => {
    const third: number = QUALITIES[name].steps[1];
    return (third === 3) === isSmall;
  }).map((name) => [ROMAN_SUFFIX[name] ?? QUALITIES[name].suffix, name]);
}

function nameFrom(typed: string): Chord | null {
  const [, letter = '', sign = '', suffix = ''] = /^([A-Ga-g])([#b]?)(.*)$/.exec(typed) ?? [];
  const named = `${letter.toUpperCase()}${sign}`;
  const root =
    TONICS.find((tonic) => tonic === named) ??
    TONICS.find((tonic) => letter !== '' && Note.get(tonic).chroma === Note.get(named).chroma);
  const quality = QUALITY_NAMES.find((name) => QUALITIES[name].suffix === suffix);
  return root && quality ? { root, quality } : null;
}
