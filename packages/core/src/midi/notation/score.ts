import { occurrencePlaces, type Scope } from '../../form/index.ts';
import { barAt, barLines, compile, type Timeline } from '../../play/index.ts';
import { type Id, indexOf, type Part, saysSame, type SongDocument } from '../../song/index.ts';
import type { BarMeter } from '../../time/index.ts';
import { type PlacedNote, type ScoreNote, scoreNotes } from './bar-notes.ts';
import { drumHead } from './heads.ts';
import { rhythmsOf } from './rhythms.ts';
import { type Onset, writeVoice, type Written } from './write-voice.ts';

/** A bar of a part: its voices, each a row of notes and rests; a voice that is silent through the bar has none. */
export interface ScoreBar {
  /** From 1, in the song where it is of the song. */
  readonly number: number;
  readonly meter: BarMeter;
  /** True where the meter is written. */
  readonly saysMeter: boolean;
  /** In ticks. */
  readonly length: number;
  readonly voices: readonly (readonly Written<ScoreNote>[])[];
  /** Name that begins here, in a frame. */
  readonly mark: string | null;
  /** Quarter notes a minute, where they change. */
  readonly tempo: number | null;
  readonly repeats: { readonly begins: boolean; readonly ends: number | null };
}

export interface ScorePart {
  readonly part: Part;
  /** The voices (rows) that it plays, in order of their notes. */
  readonly rows: readonly { readonly voice: Id; readonly note: number }[];
  readonly bars: readonly ScoreBar[];
}

/** Notes of a row that stand on the nearest line since they are on none: in which bar, from 1, and by how many ticks at most. */
export interface MovedNotes {
  readonly bar: number;
  readonly voice: Id;
  readonly notes: number;
  readonly ticks: number;
}

export interface Score {
  readonly title: string;
  readonly parts: readonly ScorePart[];
  readonly moved: readonly MovedNotes[];
}

/**
 * A song, section or pattern as notes on paper, as written: without swing, early and late, and humanising. Rounds of a section
 * that are alike are written once, with repeat signs.
 */
export function scoreOf(document: SongDocument, scope: Scope, title: string): Score {
  const index = indexOf(document);
  const timeline = compile(document, scope, { timing: 'written' });
  const bars = barsOf(timeline);
  const moved: MovedNotes[] = [];
  const parts = index.parts.flatMap((part): ScorePart[] => {
    const events = timeline.events.filter((event) => event.part === part.id);
    if (!events.length) return [];
    const notes = scoreNotes(events, part, index.voice);
    const rows = [
      ...new Map(events.map(({ voice, note }) => [`${voice} ${note}`, { voice, note }])).values(),
    ];
    const written = bars.map((bar) => {
      const there = voicesOf(document, part, notes, bar);
      moved.push(...there.moved);
      return { ...bar, voices: there.voices };
    });
    return [{ part, rows: rows.sort((a, b) => b.note - a.note), bars: written }];
  });
  const all = scope.kind === 'song' ? withRepeats(parts, roundsOf(document, bars)) : parts;
  return { title, parts: all, moved };
}

type PlainBar = Omit<ScoreBar, 'voices'> & { readonly start: number };

function barsOf(timeline: Timeline): PlainBar[] {
  const lines = barLines(timeline);
  return lines.map((start, i) => {
    const end = lines[i + 1] ?? timeline.length;
    const { meter } = barAt(timeline, start);
    const inBar = ({ tick }: { readonly tick: number }) => tick >= start && tick < end;
    return {
      start,
      number: i + 1,
      meter,
      saysMeter: timeline.meters.some((one) => one.tick === start),
      length: end - start,
      mark: timeline.markers.find(inBar)?.name ?? null,
      tempo: timeline.tempos.find(inBar)?.tempo ?? null,
      repeats: { begins: false, ends: null },
    };
  });
}

function voicesOf(
  document: SongDocument,
  { type }: Part,
  notes: readonly PlacedNote[],
  { start, length, meter, number }: PlainBar,
): Pick<ScoreBar, 'voices'> & { readonly moved: readonly MovedNotes[] } {
  const { voice } = indexOf(document);
  const end = start + length;
  const here = notes.filter(({ at, to }) => at < end && (at >= start || (type === 'notes' && to > start)));
  const isOfFeet = ({ note }: PlacedNote) => {
    const row = voice(note.voice);
    return row !== undefined && drumHead(row).by === 'feet';
  };
  const how = type === 'notes' ? 'held' : 'struck';
  const sides = [here.filter((one) => !isOfFeet(one)), here.filter(isOfFeet)].map((some) => {
    // Notes that sound on from the bar before are in the first voice.
    const begins = some.filter(({ at }) => at >= start);
    const [first = [], ...others] = rhythmsOf(begins, start, meter);
    return [[...some.filter(({ at }) => at < start), ...first], ...others];
  });
  // Voices of hands have odd numbers, those of feet even ones.
  const most = Math.max(...sides.map((side) => side.length));
  const voices: (readonly Written<ScoreNote>[])[] = [];
  const moved = new Map<Id, MovedNotes>();
  for (let nth = 0; nth < most; nth++)
    for (const side of sides) {
      const bar = writeVoice(togetherIn(side[nth] ?? [], start), meter, length, how);
      voices.push(isHeard(bar.written) ? bar.written.map(eachOnce) : []);
      for (const { notes: some, by } of bar.moved)
        for (const note of some) {
          const { notes: count = 0, ticks = 0 } = moved.get(note.voice) ?? {};
          const most = Math.max(ticks, Math.abs(by));
          moved.set(note.voice, { bar: number, voice: note.voice, notes: count + 1, ticks: most });
        }
    }
  return { voices, moved: [...moved.values()] };
}

/** An element with each note of a voice once: strokes too near to stand beside each other are one on paper. */
function eachOnce(one: Written<ScoreNote>): Written<ScoreNote> {
  const notes = [...new Map(one.notes.map((note) => [`${note.voice} ${note.note}`, note])).values()];
  return notes.length === one.notes.length ? one : { ...one, notes };
}

const isHeard = (voice: readonly Written<ScoreNote>[]) => voice.some(({ notes }) => notes.length > 0);

/** Notes that begin at the same place, counted from a bar's start; of one voice and note only the first. */
function togetherIn(notes: readonly PlacedNote[], start: number): Onset<ScoreNote>[] {
  const places = new Map<number, { to: number; notes: Map<string, ScoreNote> }>();
  for (const { at, to, note } of notes) {
    const there = places.get(at) ?? { to: 0, notes: new Map<string, ScoreNote>() };
    const key = `${note.voice} ${note.note}`;
    if (!there.notes.has(key)) there.notes.set(key, note);
    there.to = Math.max(there.to, to);
    places.set(at, there);
  }
  return [...places].map(([at, there]) => ({
    at: at - start,
    to: there.to - start,
    notes: [...there.notes.values()],
    isFast: [...there.notes.values()].some(({ isFast }) => isFast),
  }));
}

/** A section that is played several times: its first bar, from 0, the bars of a round, and how many rounds. */
interface Rounds {
  readonly first: number;
  readonly bars: number;
  readonly times: number;
}

function roundsOf(document: SongDocument, bars: readonly PlainBar[]): Rounds[] {
  return occurrencePlaces(document).flatMap(({ occurrence: { times }, start, length }): Rounds[] => {
    const round = length / times;
    const first = bars.findIndex((bar) => bar.start === start);
    const inRound = bars.filter((bar) => bar.start >= start && bar.start < start + round).length;
    return times > 1 && first >= 0 && inRound > 0 ? [{ first, bars: inRound, times }] : [];
  });
}

/** Leaves out the later rounds that all parts play like the first. */
function withRepeats(parts: readonly ScorePart[], rounds: readonly Rounds[]): ScorePart[] {
  const repeated = rounds.filter(({ first, bars, times }) =>
    parts.every((part) => {
      const said = (round: number) =>
        part.bars.slice(first + round * bars, first + (round + 1) * bars).map((bar, i) => ({
          voices: bar.voices,
          length: bar.length,
          tempo: i === 0 ? null : bar.tempo,
          says: i === 0 ? null : bar.saysMeter,
        }));
      const once = said(0);
      return Array.from({ length: times - 1 }, (_, i) => said(i + 1)).every((round) => saysSame(round, once));
    }),
  );
  const isLater = (i: number) =>
    repeated.some(({ first, bars, times }) => i >= first + bars && i < first + bars * times);
  return parts.map((part) => ({
    ...part,
    bars: part.bars.flatMap((bar, i) => {
      if (isLater(i)) return [];
      const begins = repeated.some(({ first }) => first === i);
      const ends = repeated.find(({ first, bars }) => first + bars - 1 === i)?.times ?? null;
      return [{ ...bar, repeats: { begins, ends } }];
    }),
  }));
}
