import type { Zod } from './zod.ts';

/** Name of a record, slot or hit within its song; it never changes. */
export type Id = string;

/** Ids of records, slots and occurrences: letters, digits, - and _, at most 64. Names that objects carry are refused. */
export const idSchema = (z: Zod) =>
  z
    .string()
    .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/, 'must be an id of letters, digits, - and _')
    .refine((id) => !(id in {}), 'is a reserved name');

/** The characters of a name: neither markup, nor control characters (C0 and C1), half pairs, line ends or turns of direction. */
const PLAIN = /^[^<>\p{Cc}\p{Cs}\p{Zl}\p{Zp}\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069\ufeff]*$/u;
/** At least one character that is seen. */
const SEEN = /[^\s\p{Cf}\p{M}]/u;

/** The most characters of a name, as a reader counts them, and how many code units one of them takes at the most. */
export const LONGEST_NAME = 80;
const UNITS_EACH = 16;

const segments = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** A name as it is kept: composed (Unicode NFC) and without blanks at its ends. */
export function tidyName(text: string): string {
  return text.normalize('NFC').trim();
}

/** The fault of a tidy name of at most `most` characters, in words that follow the name; null for a good name. */
export function nameProblem(name: string, most = LONGEST_NAME): string | null {
  if (!SEEN.test(name)) return 'must not be empty';
  if (!PLAIN.test(name)) return 'must not hold < or > or control characters';
  const isLong =
    name.length > most && (name.length > most * UNITS_EACH || [...segments.segment(name)].length > most);
  return isLong ? `must be at most ${most} characters` : null;
}

/** The first characters of a text, none of them cut in two; what is blank at the new end goes too. */
export function cutName(text: string, most: number): string {
  if (text.length <= most) return text;
  let cut = '';
  let count = 0;
  for (const { segment } of segments.segment(text)) {
    if (++count > most || cut.length + segment.length > most * UNITS_EACH) break;
    cut += segment;
  }
  return cut.trimEnd();
}

/** The id that is wanted, or with the first number from 2 on behind it that makes it one that is not taken. */
export function freeId(wanted: Id, isTaken: (id: Id) => boolean): Id {
  let free = wanted;
  for (let n = 2; isTaken(free); n++) free = `${wanted}-${n}`;
  return free;
}

/** The name, cut where it is too long, with a number behind it where it is taken. */
export function freeName(base: string, taken: Iterable<string>): string {
  const used = new Set(taken);
  const short = cutName(base, LONGEST_NAME);
  if (!used.has(short)) return short;
  const named = (n: number) => `${cutName(base, LONGEST_NAME - 1 - String(n).length)} ${n}`;
  let n = 2;
  while (used.has(named(n))) n++;
  return named(n);
}

/**
 * The name with a number behind it that is not taken; one that has a number already counts on from there.
 * @example nextName('Verse 1', ['Verse 1', 'Verse 2']) // => 'Verse 3'
 */
export function nextName(base: string, taken: Iterable<string>): string {
  return freeName(base.replace(/ \d{1,3}$/, ''), [...taken, base.replace(/ \d{1,3}$/, '')]);
}

/** A text from elsewhere as a name: tidy, blanks for what no name may hold, cut; '' when nothing is left. */
export function plainName(text: string, most = LONGEST_NAME): string {
  const plain = Array.from(text, (character) => (PLAIN.test(character) ? character : ' ')).join('');
  const name = cutName(tidyName(plain), most);
  return SEEN.test(name) ? name : '';
}

/** Names that a musician gives, of at most `most` characters. */
export function nameSchema(z: Zod, most = LONGEST_NAME) {
  return z
    .string()
    .normalize('NFC')
    .trim()
    .superRefine((name, context) => {
      const message = nameProblem(name, most);
      if (message) context.addIssue({ code: 'custom', message });
    });
}
