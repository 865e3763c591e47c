import {
  clampVelocity,
  type Id,
  indexOf,
  type PlayedFeel,
  type ShelfPattern,
  type SongDocument,
} from '../song/index.ts';
import { barTicks, gridTicks, groupedBy } from '../time/index.ts';
import { feelOf, resolve } from './resolve.ts';

/** The places of a bar that are told apart: 16ths. */
const STEP = gridTicks(4);
/** Velocity of the strokes of a feel that is kept as a pattern, where it is neither loud nor soft. */
const PLAIN = 80;

/** A stroke of a performance: its row, its place in ticks from a bar line, how late it is in ms, and its velocity 1..127. */
export interface PlayedStroke {
  readonly voice: Id;
  readonly at: number;
  readonly ms: number;
  readonly velocity: number;
}

/**
 * Feel of a pattern as it is played, by row and place in the bar, and by place over all rows: see `feelFrom`.
 * Throws RangeError when no pattern has this id.
 */
export function playedFeel(document: SongDocument, id: Id): PlayedFeel {
  const resolved = resolve(document, id);
  const sounding = resolved.hits.filter(({ origin }) => origin !== 'silenced');
  return feelFrom(
    sounding.map(({ voice, at, velocity, offsetMs }) => ({ voice, at, velocity, ms: offsetMs })),
    barTicks(feelOf(document, resolved).meter),
  );
}

/**
 * The feel of a performance: of each row, and of all rows, the median of early and late at each place of the bar in ms, and
 * the median of how much louder or softer its strokes there are than their row is on the whole, in percent. Places without
 * strokes are left out; `bar` is its length in ticks. Source: the project's own rule of a feel.
 */
export function feelFrom(strokes: readonly PlayedStroke[], bar: number): PlayedFeel {
  const byRow = groupedBy(strokes, ({ voice }) => voice);
  const means = new Map(
    [...byRow].map(([voice, of]) => [voice, of.reduce((sum, one) => sum + one.velocity, 0) / of.length]),
  );
  const stepsOf = (of: readonly PlayedStroke[]): PlayedFeel['steps'] => {
    const places = groupedBy(of, ({ at }) => (Math.round(at / STEP) * STEP) % bar);
    return [...places]
      .map(([at, here]) => ({
        at,
        ms: Math.round(10 * median(here.map(({ ms }) => ms))) / 10 + 0,
        velocity:
          Math.round(
            100 * median(here.map(({ voice, velocity }) => velocity / (means.get(voice) ?? velocity) - 1)),
          ) + 0,
      }))
      .sort((a, b) => a.at - b.at);
  };
  return {
    bar,
    steps: stepsOf(strokes),
    rows: Object.fromEntries([...byRow].map(([voice, of]) => [voice, stepsOf(of)])),
  };
}

/** The middle of some numbers, or the mean of the two in the middle. */
function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const [low = 0, high = 0] = [sorted[middle - 1], sorted[middle]];
  return sorted.length % 2 ? high : (low + high) / 2;
}

/**
 * A feel of the rows of a part as a pattern of one bar for the shelf, one stroke at each place of each row, from which the
 * feel can be taken again. Null where none of its rows is in the part.
 */
export function shelfFeel(
  document: SongDocument,
  part: Id,
  feel: PlayedFeel,
  name: string,
): ShelfPattern | null {
  const { song, voicesOf } = indexOf(document);
  const voices = voicesOf(part).filter(({ id }) => (feel.rows[id] ?? []).length > 0);
  if (!voices.length) return null;
  const hits = voices.flatMap(({ id }) =>
    (feel.rows[id] ?? []).map(({ at, ms, velocity }) => [
      `${id}-${at}`,
      {
        voice: id,
        at,
        velocity: clampVelocity(PLAIN * (1 + velocity / 100)),
        length: STEP / 2,
        offsetMs: ms,
        pitch: 0,
      },
    ]),
  );
  return {
    name,
    type: indexOf(document).part(part)?.type ?? 'drums',
    length: feel.bar,
    meter: song.meter,
    swing: song.swing,
    tonic: song.key.tonic,
    tempo: song.tempo,
    voices: voices.map(({ id, name: row, family, note }) => ({ id, name: row, family, note })),
    hits: Object.fromEntries(hits) as ShelfPattern['hits'],
    grids: {},
    accents: [],
  };
}
