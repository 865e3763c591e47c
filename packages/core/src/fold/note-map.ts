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
  57: 'swell',
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
  [DRUMS['sub-drop'].note]: 'sub-drop',
  [DRUMS.riser.note]: 'riser',
};

/** Habit of a note in time: its number in all and in a bar, and its shares on the first beat and on backbeats. */
interface Habit {
  readonly count: number;
  readonly perBar: number;
  readonly onFirst: number;
  readonly onBack: number;
}

/**
 * Which drum each note of the drums in a file is likely to be: by General MIDI, and by what it does in time. A note that falls
 * on the second and fourth beats is a backbeat whatever its number; one that nothing speaks for is none.
 */
export function suggestedMap(file: ArrivedFile): NoteMap {
  const notes = file.tracks.filter(({ drums }) => drums).flatMap((track) => track.notes);
  const habits = byNote(notes);
  const map: Record<number, DrumName | null> = {};
  const isGeneral = (note: number) => GENERAL[note] !== undefined;
  // Where the numbers are General MIDI drums, habits are not asked.
  const known = [...habits.keys()].filter(isGeneral);
  const speaks = known.some((note) => note === 35 || note === 36) || known.length * 2 > habits.size;
  for (const [note, own] of habits) {
    const general = GENERAL[note] ?? EFFECTS[note] ?? null;
    map[note] = general && speaks ? general : (byHabit(habitOf(own, file.bars)) ?? general);
  }
  return map;
}

/** Least number of hits that tell a habit, and that of a rare one. */
const [ENOUGH, FEW] = [8, 3];

/** Drum of a note by its habit; null for a habit that is not known. */
function byHabit({ count, perBar, onFirst, onBack }: Habit): DrumName | null {
  if (count < ENOUGH) return count >= FEW && onFirst >= 0.8 ? 'crash' : null;
  if (onBack >= 0.7 && perBar >= 0.8) return 'snare';
  if (perBar >= 3.5) return 'closed-hat';
  if (onFirst >= 0.3 && perBar >= 0.8) return 'kick';
  return onFirst >= 0.8 && perBar <= 0.5 ? 'crash' : null;
}

function habitOf(notes: readonly ArrivedNote[], bars: readonly Bar[]): Habit {
  let [first, back] = [0, 0];
  const barOf = barFinder(bars);
  const played = new Set<number>();
  for (const { tick } of notes) {
    const bar = barOf(tick);
    played.add(bar);
    const { start, meter } = bars[bar] ?? { start: 0, meter: USUAL_METER };
    const beat = (tick - start) / beatTicks(meter);
    const near = Math.round(beat);
    if (Math.abs(beat - near) > 0.1) continue;
    if (near % meter.beats === 0) first++;
    else if (meter.beats % 2 === 0 && near % 2 === 1) back++;
  }
  const count = notes.length;
  return {
    count,
    perBar: notes.length / Math.max(1, played.size),
    onFirst: first / count,
    onBack: back / count,
  };
}
