import { USUAL_METER } from '../midi/index.ts';
import { type DrumName, DRUMS } from '../pattern/index.ts';
import { beatTicks } from '../time/index.ts';
import type { ArrivedFile, ArrivedNote, Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { byNote } from './by-note.ts';
import type { NoteMap } from './voices.ts';

/** The drums of General MIDI's percussion key map (notes 35..81), by what of our kit is nearest to each. */
const GENERAL: Readonly<Record<number, DrumName>> = {
  35: 'kick',
  36: 'kick',
  37: 'rim',
  38: 'snare',
  39: 'clap',
  40: 'brush-snare',
  41: 'low-tom',
  42: 'closed-hat',
  43: 'low-tom',
  44: 'pedal-hat',
  45: 'mid-tom',
  46: 'open-hat',
  47: 'mid-tom',
  48: 'high-tom',
  49: 'crash',
  50: 'high-tom',
  51: 'ride',
  52: 'crash',
  53: 'ride-bell',
  54: 'tambourine',
  55: 'crash',
  56: 'cowbell',
  57: 'crash',
  58: 'tambourine',
  59: 'ride-edge',
  60: 'high-tom',
  61: 'mid-tom',
  62: 'high-tom',
  63: 'high-tom',
  64: 'low-tom',
  65: 'high-tom',
  66: 'mid-tom',
  67: 'cowbell',
  68: 'cowbell',
  69: 'shaker',
  70: 'shaker',
  75: 'wood-block',
  76: 'wood-block',
  77: 'wood-block',
  80: 'tambourine',
  81: 'tambourine',
};

/** Our own effects, which General MIDI has no drums for. */
const EFFECTS: Readonly<Record<number, DrumName>> = {
  [DRUMS.swell.note]: 'swell',
  [DRUMS['sub-drop'].note]: 'sub-drop',
  [DRUMS.riser.note]: 'riser',
};

/** Habit of a note in time: its number in all, in a bar that has it, and the share of such bars; its shares by loudness. */
interface Habit {
  readonly count: number;
  readonly perBar: number;
  readonly inBars: number;
  /** On the first beat, on the first and third ones, and on the backbeats. */
  readonly onFirst: number;
  readonly onStrong: number;
  readonly onBack: number;
  /** True for the lowest of the notes that are drums. */
  readonly isLowest: boolean;
}

/** The drum that a note is likely to be; null for none. */
export interface DrumGuess {
  readonly drum: DrumName | null;
  /** 0..1. */
  readonly sure: number;
  readonly by: 'number' | 'habit' | 'nothing';
}

const UNKNOWN: DrumGuess = { drum: null, sure: 0, by: 'nothing' };
/** Sureness of the numbers of General MIDI: in a file of which most are its drums, and in others. */
const [SURE, UNSURE] = [0.95, 0.4];

/**
 * The drum that each note of the drums in a file is likely to be, and how sure that is: by General MIDI, and by what it does in
 * time. A note that falls on the second and fourth beats is a backbeat whatever its number, the lowest one on one and three a
 * kick, a steady one a hat; one that nothing speaks for is none.
 */
export function drumGuesses(file: ArrivedFile): ReadonlyMap<number, DrumGuess> {
  const notes = file.tracks.filter(({ drums }) => drums).flatMap((track) => track.notes);
  const habits = byNote(notes);
  const isGeneral = (note: number) => GENERAL[note] !== undefined;
  // Where the numbers are General MIDI drums, habits are not asked.
  const known = [...habits.keys()].filter(isGeneral);
  const speaks = known.some((note) => note === 35 || note === 36) || known.length * 2 > habits.size;
  const lowest = Math.min(...habits.keys());
  return new Map(
    [...habits].map(([note, own]): readonly [number, DrumGuess] => {
      const general = GENERAL[note] ?? EFFECTS[note] ?? null;
      const byNumber: DrumGuess = general
        ? { drum: general, sure: speaks ? SURE : UNSURE, by: 'number' }
        : UNKNOWN;
      if (general && speaks) return [note, byNumber];
      return [note, byHabit(habitOf(own, file.bars, note === lowest)) ?? byNumber];
    }),
  );
}

/** The drum that each note of the drums in a file is likely to be: see `drumGuesses`. */
export function suggestedMap(file: ArrivedFile): NoteMap {
  return Object.fromEntries([...drumGuesses(file)].map(([note, { drum }]) => [note, drum]));
}

/** Least number of hits that tell a habit, and that of a rare one. */
const [ENOUGH, FEW] = [8, 2];
/** In a smaller share of the bars than this a note is none of the groove. */
const SELDOM = 0.35;
/** From how many strokes in a bar on a note is a pulse, in however few bars. */
const STEADY = 6;

/** Drum of a note by its habit, as sure as the habit is strict; null for a habit that is not known. */
function byHabit({ count, perBar, inBars, onFirst, onStrong, onBack, isLowest }: Habit): DrumGuess | null {
  const is = (drum: DrumName, sure: number): DrumGuess => ({ drum, sure: Math.min(0.9, sure), by: 'habit' });
  if (onFirst >= 0.8 && inBars <= SELDOM && count >= FEW) return is('crash', onFirst * 0.7);
  if (count < ENOUGH) return null;
  // A drum that is struck several times in few bars is of their fills.
  if (inBars <= SELDOM && perBar < STEADY) return perBar >= 2 ? is('mid-tom', 0.55) : null;
  if (onBack >= 0.45 && onBack >= 1.5 * onStrong && perBar >= 0.8) return is('snare', 0.4 + onBack / 2);
  if (perBar >= 3.5 && !(isLowest && onStrong >= 0.7))
    return is('closed-hat', 0.5 + Math.min(8, perBar) / 20);
  if (isLowest && onStrong >= 0.3 && perBar >= 0.8) return is('kick', 0.5 + onStrong * 0.4);
  return onFirst >= 0.3 && perBar >= 0.8 ? is('kick', 0.4 + onFirst * 0.4) : null;
}

function habitOf(notes: readonly ArrivedNote[], bars: readonly Bar[], isLowest: boolean): Habit {
  let [first, strong, back, all] = [0, 0, 0, 0];
  const barOf = barFinder(bars);
  const played = new Set<number>();
  for (const { tick, velocity } of notes) {
    const bar = barOf(tick);
    played.add(bar);
    all += velocity;
    const { start, meter } = bars[bar] ?? { start: 0, meter: USUAL_METER };
    const beat = (tick - start) / beatTicks(meter);
    const near = Math.round(beat);
    if (Math.abs(beat - near) > 0.1) continue;
    if (near % meter.beats === 0) first += velocity;
    if (near % 2 === 0) strong += velocity;
    else if (meter.beats % 2 === 0) back += velocity;
  }
  const count = notes.length;
  return {
    count,
    perBar: notes.length / Math.max(1, played.size),
    inBars: played.size / Math.max(1, bars.length),
    onFirst: first / all,
    onStrong: strong / all,
    onBack: back / all,
    isLowest,
  };
}
