import { resolve } from '../../pattern/index.ts';
import { indexOf, type Outcome, type SongDocument } from '../../song/index.ts';
import { GRIDS } from '../../time/index.ts';

/** Numbers that an edit is made from: which edit it is, and two of its own. */
export interface Dice {
  readonly edit: number;
  readonly a: number;
  readonly b: number;
}

const VOICES = ['kick', 'snare', 'hat', 'open', 'tom', 'extra'];

/** The patterns, hits, rows and slots that dice name in a song; null where the rows of the small song are gone. */
export function rollOf(document: SongDocument, a: number, b: number) {
  const index = indexOf(document);
  const patterns = index.patternsOf('drums').slice(0, 12);
  const id = patterns[a % patterns.length]?.id ?? 'main';
  const { hits, pattern: record, loose } = resolve(document, id);
  const slots = index.section('verse')?.slots ?? [];
  const from = a % Math.max(1, slots.length);
  const name = VOICES[b % VOICES.length] ?? 'kick';
  const row = index.voice(name) ? name : 'kick';
  if (!index.voice(row)) return null;
  return {
    document,
    index,
    a,
    b,
    patterns,
    /** A pattern of the drums, and another one or the same. */
    id,
    other: patterns[b % patterns.length]?.id ?? 'main',
    hits,
    record,
    loose,
    /** One of its hits. */
    one: hits[b % Math.max(1, hits.length)]?.id ?? 'none',
    sections: index.sections.map((section) => section.id),
    /** Slots of the verse: all, one of them, and that one with the next. */
    slots,
    slot: slots[from],
    pair: slots.slice(from, from + 2).map((slot) => slot.id),
    row,
    grid: GRIDS[a % GRIDS.length] ?? 4,
  };
}

export type Roll = NonNullable<ReturnType<typeof rollOf>>;

/** Edits by the names of the functions that make them; a colon and a word tell several of one function apart. */
export type Edits = Readonly<Record<string, (roll: Roll) => Outcome>>;
