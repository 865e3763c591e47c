import { occurrencePlaces, type Scope } from '../../form/index.ts';
import { barAt, barLines, compile, type Timeline } from '../../play/index.ts';
import { type Id, indexOf, type Part, saysSame, type SongDocument } from '../../song/index.ts';
import { type BarMeter, beatTicks } from '../../time/index.ts';
import { type PlacedNote, type ScoreNote, scoreNotes } from './bar-notes.ts';
import { divisionFor } from './beat-grid.ts';
import { drumHead } from './heads.ts';
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

export interface Score {
  readonly title: string;
  readonly parts: readonly ScorePart[];
}

/**
 * A song, section or pattern as notes on paper, as written: without swing, early and late, and humanising. Rounds of a section
 * that are alike are written once, with repeat signs.
 */
export function scoreOf(document: SongDocument, scope: Scope, title: string): Score {
  const index = indexOf(document);
  const timeline = compile(document, scope, { timing: 'written' });
  const bars = barsOf(timeline);
  const parts = index.parts.flatMap((part): ScorePart[] => {
    const events = timeline.events.filter((event) => event.part === part.id);
    if (!events.length) return [];
    const notes = scoreNotes(events, part, index.voice);
    const rows = [
      ...new Map(events.map(({ voice, note }) => [`${voice} ${note}`, { voice, note }])).values(),
    ];
    const written = bars.map((bar) => ({ ...bar, voices: voicesOf(document, part, notes, bar) }));
    return [{ part, rows: rows.sort((a, b) => b.note - a.note), bars: written }];
  });
  return { title, parts: scope.kind === 'song' ? withRepeats(parts, roundsOf(document, bars)) : parts };
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
  { start, length, meter }: PlainBar,
): (readonly Written<ScoreNote>[])[] {
  const { voice } = indexOf(document);
  const end = start + length;
  const here = notes.filter(({ at, to }) => at < end && (at >= start || (type === 'notes' && to > start)));
  const onsets = (of: readonly PlacedNote[]) => togetherIn(of, start);
  if (type === 'notes') return [writeVoice(onsets(here), meter, length, 'held')].filter(isHeard);
  const isOfFeet = ({ note }: PlacedNote) => {
    const row = voice(note.voice);
    return row !== undefined && drumHead(row).by === 'feet';
  };
  const [feet, hands] = [here.filter(isOfFeet), here.filter((one) => !isOfFeet(one))];
  const [plain, across] = rhythmsOf(hands, start, meter);
  return [plain, feet, across].map((some) =>
    some.length ? writeVoice(onsets(some), meter, length, 'struck') : [],
  );
}

/**
 * What hands play in a bar, parted where some rows play tuplets across what others play straight: one beat that held both would be
 * in twelfths, which nobody reads.
 */
function rhythmsOf(
  notes: readonly PlacedNote[],
  start: number,
  meter: BarMeter,
): readonly [PlacedNote[], PlacedNote[]] {
  const beat = beatTicks(meter);
  const byBeat = grouped(notes, ({ at }) => Math.floor((at - start) / beat));
  const divisionOf = (some: readonly PlacedNote[]) =>
    divisionFor(some.map(({ at }) => ((at - start) % beat) / beat)).parts;
  const clashes = [...byBeat.values()].filter((some) => divisionOf(some) === 12);
  if (!clashes.length) return [[...notes], []];
  const crossing = new Set(
    clashes.flatMap((some) =>
      [...grouped(some, ({ note }) => note.voice)].flatMap(([voice, own]) =>
        divisionOf(own) % 3 === 0 ? [voice] : [],
      ),
    ),
  );
  const crosses = ({ note }: PlacedNote) => crossing.has(note.voice);
  return [notes.filter((one) => !crosses(one)), notes.filter(crosses)];
}

function grouped<T, K>(items: readonly T[], keyOf: (item: T) => K): ReadonlyMap<K, readonly T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
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
