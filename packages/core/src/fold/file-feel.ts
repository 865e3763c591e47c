import { feelFrom, type PlayedStroke, swingOffset } from '../pattern/index.ts';
import { FARTHEST_MS, type Id, type PlayedFeel, type Swing, type Voice } from '../song/index.ts';
import { barTicks, gridTicks, isSameMeter, isTuplet, tempoAt, ticksToMs } from '../time/index.ts';
import type { ArrivedFile, ArrivedNote } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { byNote } from './by-note.ts';
import { suggestedMap } from './note-map.ts';
import { type Bend, gridOfPlaces, nearestPlace, STRAIGHT } from './placing.ts';

/** A feel that was taken from a file, and what could not be told of it. */
export interface FileFeel {
  readonly feel: PlayedFeel;
  /** Number of strokes that it was taken from. */
  readonly strokes: number;
  /** MIDI notes (0..127) that no row plays, in order. */
  readonly strangers: readonly number[];
}

/**
 * The feel of the drums of a file, or of all of its notes where it has none, by rows of a part: notes are the row's that has
 * their number, or that is the drum which they are likely to be. Each row stands on the grid that fits it, with the swing of
 * the song. Bars of another meter than the file's first are left out. Null where no note is a row's.
 */
export function feelOfFile(file: ArrivedFile, rows: readonly Voice[], swing: Swing): FileFeel | null {
  const drums = file.tracks.filter((track) => track.drums);
  const notes = (drums.length ? drums : file.tracks).flatMap((track) => track.notes);
  const map = suggestedMap({ ...file, tracks: file.tracks.map((track) => ({ ...track, drums: true })) });
  const rowOf = (note: number): Id | undefined =>
    (rows.find((row) => row.note === note) ?? rows.find(({ sound }) => sound === map[note]))?.id;
  const strangers: number[] = [];
  const strokes: PlayedStroke[] = [];
  for (const [note, own] of [...byNote(notes)].sort(([a], [b]) => a - b)) {
    const row = rowOf(note);
    if (row === undefined) strangers.push(note);
    else strokes.push(...strokesOn(file, row, own, swing));
  }
  const [first] = file.bars;
  if (!first || !strokes.length) return null;
  return { feel: feelFrom(strokes, barTicks(first.meter)), strokes: strokes.length, strangers };
}

/** The notes of a row by their places in the bar, each with how late it is. */
function strokesOn(
  { bars, tempos }: ArrivedFile,
  voice: Id,
  notes: readonly ArrivedNote[],
  swing: Swing,
): readonly PlayedStroke[] {
  const [first] = bars;
  const barOf = barFinder(bars);
  const inBars = notes.flatMap(({ tick, velocity }) => {
    const bar = bars[barOf(tick)];
    return bar && first && isSameMeter(bar.meter, first.meter) ? [{ tick, velocity, bar }] : [];
  });
  const bend: Bend = (at) => (first ? swingOffset(at, swing, first.meter) : 0);
  const grid = gridOfPlaces(
    inBars.map(({ tick, bar }) => tick - bar.start),
    bend,
  );
  const step = gridTicks(grid);
  const bent = isTuplet(grid) ? STRAIGHT : bend;
  return inBars.map(({ tick, velocity, bar }) => {
    const inBar = tick - bar.start;
    const at = nearestPlace(inBar, step, bent);
    const ms = ticksToMs(inBar - at - bent(at), tempoAt(tempos, tick));
    return { voice, at, velocity, ms: Math.min(FARTHEST_MS, Math.max(-FARTHEST_MS, ms)) };
  });
}
