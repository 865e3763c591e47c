import { LIMITS } from '../song/index.ts';
import { msToTicks, PPQ, secondsAt, tempoAt, type TempoMap } from '../time/index.ts';
import type { ArrivedFile, ArrivedNote, Bar } from './arrived.ts';
import { barFinder } from './bar-finder.ts';
import { middleOf } from './middle.ts';

/** Places that strokes are held against, in ticks: 16ths, and triplets of 8ths. */
const LINES = [PPQ / 4, PPQ / 3] as const;
/** Shares of a bar's distance that the next one takes over, of its place and of its pace. */
const [PLACE, PACE] = [0.5, 0.1];
/** Most that the bars of a file drift that was played to them, as so many times what the scatter of strokes makes it seem. */
const BY_CHANCE = 2.5;
/** Least drift that is one, in ms, and most that a bar may be shorter or longer than it is written, as a share of it. */
const [LEAST_MS, STRETCHED] = [3, 0.25];
/** Spread of the strokes of a bar from its lines, in ticks, beyond which they tell nothing, such as a roll that speeds up. */
const NOWHERE = PPQ / 20;
/** From how many bars is told where a drift begins. */
const FIRST = 4;
/** Parabola through five values, for the one in the middle. Source: Savitzky and Golay, 1964. */
const PARABOLA = [-3 / 35, 12 / 35, 17 / 35, 12 / 35, -3 / 35];

/**
 * A file that was not played to its own bar lines with the bar lines where they were played: its bars have tempos of their own, and
 * every note stays where it was in seconds, to half a tick. Strokes near 16ths or triplets tell where a bar stands, each bar from where
 * the one before has led. The file itself where it keeps to its bars. Source: a second-order tracking loop over bars.
 */
export function steadied(file: ArrivedFile): ArrivedFile {
  const { bars, tempos, tracks } = file;
  const drums = tracks.filter((track) => track.drums);
  const barOf = barFinder(bars);
  const places = bars.map((): number[] => []);
  for (const { notes } of drums.length ? drums : tracks)
    for (const { tick } of notes) places[barOf(tick)]?.push(tick);
  const rough = smoothed(tracked(bars, places));
  // A second look from there on has no lag of the loop any more.
  const fine = bars.map((bar, i) =>
    offIn(bar, places[i] ?? [], rough[i] ?? 0, rough[i + 1] ?? rough[i] ?? 0),
  );
  const found = smoothed(fine.map(({ off }, i) => (rough[i] ?? 0) + off));
  // A distance that all bars share is their feel and no drift, which begins with the first bars.
  const begin = mean(found.slice(0, FIRST));
  const drift = found.map((ticks) => ticks - begin);
  const inMs = (ticks: number, i: number) => ticks / msToTicks(1, tempoAt(tempos, bars[i]?.start ?? 0));
  const middle = mean(found);
  const far = rootMeanSquare(found.map((ticks, i) => inMs(ticks - middle, i)));
  const chance = rootMeanSquare(fine.map(({ error }, i) => inMs(error, i)));
  if (far < LEAST_MS || far < BY_CHANCE * chance) return file;
  const starts = bars.map(({ start }, i) => (i ? start + (drift[i] ?? 0) : start));
  const last = bars.at(-1);
  if (last) starts.push(last.start + last.length + (drift.at(-1) ?? 0));
  const lasted = (i: number) => (starts[i + 1] ?? 0) - (starts[i] ?? 0);
  const isSteady = bars.every(({ length }, i) => Math.abs(lasted(i) / length - 1) <= STRETCHED);
  if (!isSteady || bars.length > LIMITS.tempos) return file;
  const playedIn = barFinder(starts.map((start) => ({ start })));
  const moved = (tick: number) => {
    const i = playedIn(tick);
    const bar = bars[i];
    return bar
      ? Math.max(0, Math.round(bar.start + ((tick - (starts[i] ?? 0)) * bar.length) / lasted(i)))
      : tick;
  };
  const retimed = tracks.map((track) => ({
    ...track,
    notes: track.notes.map((note): ArrivedNote => {
      const tick = moved(note.tick);
      return { ...note, tick, length: Math.max(1, moved(note.tick + note.length) - tick) };
    }),
    messages: track.messages.map((message) => ({ ...message, tick: moved(message.tick) })),
  }));
  return { ...file, tracks: retimed, tempos: temposOf(file, starts) };
}

/** The tempo of each bar, as long in seconds as it was played. */
function temposOf({ bars, tempos }: ArrivedFile, starts: readonly number[]): TempoMap {
  return bars.map(({ start, length }, i) => {
    const seconds = secondsAt(tempos, starts[i + 1] ?? 0) - secondsAt(tempos, starts[i] ?? 0);
    return { tick: start, tempo: Math.round((60_000 * length) / (PPQ * seconds)) / 1000 };
  });
}

/** Distance of the strokes of a bar, which is taken to begin and to end so far behind, from its lines, and its error; in ticks. */
function offIn(
  { start, length }: Bar,
  ticks: readonly number[],
  begins: number,
  ends: number,
): { readonly off: number; readonly error: number } {
  const offs = LINES.map((step) =>
    ticks
      .map((tick) => tick - start - begins - ((ends - begins) * (tick - start)) / length)
      .map((inBar) => inBar - Math.round(inBar / step) * step),
  );
  const size = (some: readonly number[]) => some.reduce((sum, one) => sum + Math.abs(one), 0);
  const [straight = [], triplet = []] = offs;
  const nearer = size(triplet) < size(straight) / 2 ? triplet : straight;
  const off = middleOf(nearer);
  const spread = rootMeanSquare(nearer.map((one) => one - off));
  if (spread > NOWHERE) return { off: 0, error: 0 };
  return { off, error: spread / Math.sqrt(Math.max(1, nearer.length)) };
}

/** Lag of each bar behind its place in the file, in ticks: what one is off is taken over by the next. */
function tracked(bars: readonly Bar[], places: readonly (readonly number[])[]): number[] {
  let [place, pace] = [0, 0];
  return bars.map((bar, i) => {
    const { off } = offIn(bar, places[i] ?? [], place, place + pace);
    const found = place + off;
    place += pace + PLACE * off;
    pace += PACE * off;
    return found;
  });
}

/** Each value as the parabola through it and its four neighbours has it; those at the ends stay. */
function smoothed(values: readonly number[]): number[] {
  return values.map((value, i) =>
    i < 2 || i > values.length - 3
      ? value
      : PARABOLA.reduce((sum, weight, k) => sum + weight * (values[i + k - 2] ?? 0), 0),
  );
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length);
}

function rootMeanSquare(values: readonly number[]): number {
  return Math.sqrt(mean(values.map((one) => one * one)));
}
