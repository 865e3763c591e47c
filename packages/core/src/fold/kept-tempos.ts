import { slowedTempos, type Slowing, TEMPO_STEP } from '../form/index.ts';
import { FASTEST, LEAST_SLOWED, LIMITS, saysSame, SLOWEST, type Song } from '../song/index.ts';
import { tempoAt, type TempoMap, type TempoPoint } from '../time/index.ts';
import type { ArrivedFile, Bar } from './arrived.ts';
import type { KnownStarts } from './known-starts.ts';
import { sectionsOf } from './sections.ts';

/** Largest difference of two equal tempos (quarter notes a minute): a file rounds them to microseconds. */
export const TEMPO_ROUNDING = 0.005;

/** Tempos of a file as a song has them: one tempo and slots that slow down towards their ends, or else a map of all. */
export interface KeptTempos {
  readonly slowings: readonly Slowing[];
  /** The tempos from places on; none where the slowings say it all. */
  readonly under: NonNullable<Song['tempos']>;
  /** The tempos of the song. */
  readonly tempos: TempoMap;
}

/**
 * The tempos of a file. Where all of them are slowings that slots can play just so (each new tempo a 16th after the one before,
 * on a straight line, and the first tempo of the file behind it) they are those; one through which a section may begin is none.
 */
export function keptTempos(
  { tempos, bars, markers, length }: Pick<ArrivedFile, 'tempos' | 'bars' | 'markers' | 'length'>,
  known: KnownStarts,
): KeptTempos {
  const usual = tempoAt(tempos, 0);
  const last = bars.at(-1);
  const end = Math.min(length, last ? last.start + last.length : 0);
  // Without markers a section may begin at any bar, which is found out later.
  const grounds = markers.length
    ? [
        ...sectionsOf({ bars, markers }, known, []).map(({ from }) => bars[from]),
        ...turnsOfMeter(bars, known),
      ]
    : bars;
  const slowings = slowedPieces(tempos, end)
    .flatMap((piece) => slowingOf(piece, usual) ?? [])
    .filter((one) => !grounds.some((bar) => bar && bar.start > one.end - one.over && bar.start < one.end));
  const slowed = slowedTempos(slowings, usual, end);
  if (!temposLost(tempos, slowed).length) return { slowings, under: [], tempos: slowed };
  const under = mapOf(tempos, end);
  const later = under.map(({ at, tempo }) => ({ tick: at, tempo }));
  return { slowings: [], under, tempos: [{ tick: 0, tempo: usual }, ...later] };
}

/** The bars that are counted in another meter than the one before: a slot begins there. */
function turnsOfMeter(bars: readonly Bar[], { meters }: KnownStarts): readonly Bar[] {
  return bars.filter((_, i) => i > 0 && !saysSame(meters[i], meters[i - 1]));
}

const withinRange = (tempo: number) => Math.min(FASTEST, Math.max(SLOWEST, tempo));

/** The tempos after the first of a file as a song keeps them: before its end, within range, one at each tick. */
function mapOf(tempos: TempoMap, end: number): NonNullable<Song['tempos']> {
  const byPlace = new Map(
    tempos
      .filter(({ tick }) => tick > 0 && tick < end)
      .map(({ tick, tempo }) => [tick, { at: tick, tempo: withinRange(tempo) }]),
  );
  return [...byPlace.values()].slice(0, LIMITS.tempos);
}

/** The tempos of a file that are lost in a song with the same first tempo. */
export function temposLost(file: TempoMap, song: TempoMap): TempoMap {
  const tempos = new Map(song.map(({ tick, tempo }) => [tick, tempo]));
  const isThere = (tick: number, tempo: number) =>
    [tick, tick - 1, tick + 1].some((at) => Math.abs((tempos.get(at) ?? Infinity) - tempo) <= TEMPO_ROUNDING);
  return file.filter(({ tick, tempo }, i) => i > 0 && !isThere(tick, tempo));
}

/** Tempos one after the other, none higher than the one before, up to where the first of the file holds again or one is higher. */
interface Piece {
  readonly points: TempoMap;
  readonly end: number;
}

function slowedPieces(tempos: TempoMap, end: number): Piece[] {
  const usual = tempoAt(tempos, 0);
  const pieces: Piece[] = [];
  let points: TempoPoint[] = [];
  const close = (at: number) => {
    if (points.length && at > (points[0]?.tick ?? 0)) pieces.push({ points, end: at });
    points = [];
  };
  for (const point of tempos.slice(1)) {
    const before = points.at(-1);
    const isBack = Math.abs(point.tempo - usual) <= TEMPO_ROUNDING;
    if (isBack || (before && point.tempo > before.tempo)) close(point.tick);
    if (!isBack) points.push(point);
  }
  close(end);
  return pieces;
}

/** Tempos as the slowing that they are; null where they are none that a slot can have. */
function slowingOf({ points, end }: Piece, usual: number): Slowing | null {
  const over = end - (points[0]?.tick ?? end);
  const steps = Math.max(1, Math.floor(over / TEMPO_STEP));
  const share = (100 * (points.at(-1)?.tempo ?? usual)) / usual;
  if (points.length !== steps || over > LIMITS.slot || share < LEAST_SLOWED || share > 100) return null;
  // Shares are mostly whole; one that is not is as the file's microseconds have it.
  for (const to of [Math.round(share), share]) {
    const slowing = { end, over, to };
    const kept = slowedTempos([slowing], usual, end);
    if (!temposLost([{ tick: 0, tempo: usual }, ...points], kept).length) return slowing;
  }
  return null;
}
