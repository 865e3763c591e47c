import { DRUM_CHANNEL } from '../pattern/index.ts';
import { groupedBy, PPQ } from '../time/index.ts';
import { middleOf } from './middle.ts';

/** Kind of a track, drums or not, and how sure that is: 0.5 (a guess) to 1. */
export interface TrackKind {
  readonly drums: boolean;
  readonly sure: number;
}

/** A note as far as it tells what its track is: its place and length in ticks, and its number 0..127. */
interface ToldNote {
  readonly tick: number;
  readonly length: number;
  readonly note: number;
}

/** Facts of a track before it is told what it is. */
export interface UnknownTrack {
  readonly name: string;
  /** 0..15. */
  readonly channel: number;
  readonly notes: readonly ToldNote[];
}

/** Fewest notes that tell anything, and how near two onsets are one, in ticks. */
const [FEWEST, TOGETHER] = [8, PPQ / 12];
/** Intervals, in semitones, between the neighbours of a chord. */
const [CLOSEST, WIDEST] = [2, 7];
/** General MIDI's kicks, snares and hats, one of each kind, and the range of its kit. */
const CORE_DRUMS = [
  [35, 36],
  [38, 40],
  [42, 44, 46],
] as const;
const [LOWEST_DRUM, HIGHEST_DRUM] = [35, 59];
const DRUM_WORDS = /drum|perc|kick|snare|hat|beat|kit|clap|tom/i;
const NOTE_WORDS = /bass|piano|key|lead|pad|guitar|string|synth|chord|vox|voice|organ|melod|arp|pluck/i;

/**
 * Tells by what a track does whether it is drums: by its channel and name, and by lengths that are all alike and short, by few
 * notes that come at the same places of each bar, by strokes together that make no chord; notes that sound into one another, a
 * single line of several pitches, and chords speak against it. Source: the project's own weights, each in units of evidence (logits).
 */
export function kindOfTrack({ name, channel, notes }: UnknownTrack): TrackKind {
  const byChannel = channel === DRUM_CHANNEL ? 3 : -1;
  const words = (DRUM_WORDS.test(name) ? 3 : 0) - (NOTE_WORDS.test(name) ? 3 : 0);
  const does = notes.length < FEWEST ? 0 : evidence(notes);
  const score = byChannel + words + does;
  return { drums: score > 0, sure: 1 / (1 + Math.exp(-Math.abs(score))) };
}

function evidence(notes: readonly ToldNote[]): number {
  const pitches = new Set(notes.map(({ note }) => note));
  const same = Math.max(
    ...[...groupedBy(notes, ({ length }) => Math.round(length / 10)).values()].map((of) => of.length),
  );
  const constant = same / notes.length;
  const onsets = onsetsOf(notes);
  const fills = onsets.slice(0, -1).map((of, i) => {
    const gap = (onsets[i + 1]?.[0]?.tick ?? 0) - (of[0]?.tick ?? 0);
    return Math.max(...of.map(({ length }) => length)) / Math.max(1, gap);
  });
  const fill = middleOf(fills);
  const sustained = fills.filter((one) => one > 1.25).length / Math.max(1, fills.length);
  const together = onsets.filter((of) => of.length > 1);
  const chords = together.filter(isChord).length / Math.max(1, together.length);
  const alone = 1 - together.length / Math.max(1, onsets.length);
  const kinds = CORE_DRUMS.filter((of) => of.some((note) => pitches.has(note))).length;
  const inKit = notes.filter(({ note }) => note >= LOWEST_DRUM && note <= HIGHEST_DRUM).length / notes.length;
  const repeats = repetition(notes);
  return (
    (constant > 0.9 ? 1 : constant < 0.5 ? -1 : 0) +
    (fill < 0.5 ? 1 : fill > 0.85 ? -1.5 : 0) +
    (sustained > 0.25 ? -2 : 0) +
    (repeats > 0.7 ? 1 : repeats < 0.35 ? -1 : 0) +
    (alone < 0.85 ? (chords < 0.2 ? 1 : chords > 0.5 ? -2.5 : 0) : 0) +
    (pitches.size >= 3 && alone > 0.95 ? -2 : 0) +
    (pitches.size === 1 ? 0.5 : pitches.size > 16 ? -1 : 0) +
    (kinds >= 2 && inKit > 0.7 ? 1.5 : 0)
  );
}

/** Notes by what is struck together, in order. */
function onsetsOf(notes: readonly ToldNote[]): readonly (readonly ToldNote[])[] {
  const out: ToldNote[][] = [];
  for (const note of notes) {
    const last = out.at(-1);
    if (last?.[0] && note.tick - last[0].tick <= TOGETHER) last.push(note);
    else out.push([note]);
  }
  return out;
}

/** True for three notes and more that are as near to one another as those of a chord. */
function isChord(together: readonly ToldNote[]): boolean {
  const sorted = together.map(({ note }) => note).sort((a, b) => a - b);
  const steps = sorted.slice(1).map((note, i) => note - (sorted[i] ?? 0));
  return steps.length > 1 && steps.every((step) => step >= CLOSEST && step <= WIDEST);
}

/** Share of the notes that came at the same place of the 4/4 bar before too, to a 16th. */
function repetition(notes: readonly ToldNote[]): number {
  const step = (tick: number) => Math.round((tick * 4) / PPQ);
  const played = new Set(notes.map(({ tick, note }) => `${note} ${step(tick)}`));
  const later = notes.filter(({ tick }) => step(tick) >= 16);
  const again = later.filter(({ tick, note }) => played.has(`${note} ${step(tick) - 16}`));
  return later.length ? again.length / later.length : 0.5;
}
