import { barTicks, beatTicks, type Meter } from './meter.ts';
import { PPQ } from './ticks.ts';
import { counted } from './words.ts';

/** Ticks of a whole note. */
export const WHOLE = 4 * PPQ;

/** A place as musicians count it, each from 1; `rest` is what is left over in ticks after the quarter of a beat. */
export interface Place {
  readonly bar: number;
  readonly beat: number;
  readonly quarter: number;
  readonly rest: number;
}

/** Counts `tick` (from the start of bar 1) in bars, beats and quarters of a beat. */
export function placeOf(tick: number, of: Meter): Place {
  const beat = beatTicks(of);
  const inBar = tick % barTicks(of);
  const inBeat = inBar % beat;
  return {
    bar: Math.floor(tick / barTicks(of)) + 1,
    beat: Math.floor(inBar / beat) + 1,
    quarter: Math.floor(inBeat / (beat / 4)) + 1,
    rest: inBeat % (beat / 4),
  };
}

/** Quarters of a beat as they stand behind its number. */
export const QUARTERS = ['', '¼', '½', '¾'] as const;

/**
 * A place in words: its bar and beat with quarters of it, and the ticks that are left over.
 * @example placeName(3840 + 1200, meter(4, 4)) // => 'bar 2, beat 2¼'
 * @example placeName(5, meter(4, 4)) // => 'bar 1, beat 1 +5'
 */
export function placeName(tick: number, of: Meter): string {
  const { bar, beat, quarter, rest } = placeOf(tick, of);
  return `bar ${bar}, beat ${beat}${QUARTERS[quarter - 1] ?? ''}${rest ? ` +${rest}` : ''}`;
}

/**
 * A note's length in ticks as a share of a whole note, or in ticks where it is none.
 * @example noteLength(240) // => '1/16'
 * @example noteLength(250) // => '250 ticks'
 */
export function noteLength(ticks: number): string {
  const share = WHOLE / ticks;
  if (share === 1) return 'whole note';
  return Number.isInteger(share) ? `1/${share}` : `${ticks} ticks`;
}

/**
 * A length in bars and beats, in words.
 * @example lengthName(3840 + 960, meter(4, 4)) // => '1 bar 1 beat'
 * @example lengthName(3840 + 1, meter(4, 4)) // => '1 bar'
 */
export function lengthName(ticks: number, of: Meter): string {
  const bars = Math.floor(ticks / barTicks(of));
  // A part that would read as no beat at all is left out.
  const beats = Number(((ticks % barTicks(of)) / beatTicks(of)).toFixed(2));
  const words = [bars ? counted(bars, 'bar') : '', beats || !bars ? counted(beats, 'beat') : ''];
  return words.filter(Boolean).join(' ');
}
