import { counted } from '../words.ts';
import { barTicks, beatTicks, type Meter } from './meter.ts';
import { PPQ } from './ticks.ts';

/** Ticks of a whole note. */
const WHOLE = 4 * PPQ;

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

/**
 * A place in the form bar.beat.quarter, with the ticks that are left over.
 * @example placeName(3840 + 1200, meter(4, 4)) // => '2.2.2'
 */
export function placeName(tick: number, of: Meter): string {
  const { bar, beat, quarter, rest } = placeOf(tick, of);
  return `${bar}.${beat}.${quarter}${rest ? `+${rest}` : ''}`;
}

/**
 * The tick of a place that is typed as bar.beat.quarter, what is left out being 1, with ticks behind a plus; null when it
 * is none.
 * @example placeFrom('2.2.2', meter(4, 4)) // => 5040
 * @example placeFrom('1.3+20', meter(4, 4)) // => 1940
 * @example placeFrom('1.5', meter(4, 4)) // => null
 */
export function placeFrom(text: string, of: Meter): number | null {
  const found = /^(\d{1,5})(?:\.(\d{1,3}))?(?:\.([1-4]))?(?:\s*\+\s*(\d{1,5}))?$/.exec(text.trim());
  if (!found) return null;
  const [bar, beat, quarter] = [found[1], found[2] ?? '1', found[3] ?? '1'].map(Number) as [
    number,
    number,
    number,
  ];
  if (bar < 1 || beat < 1 || beat > of.beats) return null;
  const ticks = beatTicks(of);
  return (bar - 1) * barTicks(of) + (beat - 1) * ticks + (quarter - 1) * (ticks / 4) + Number(found[4] ?? 0);
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
 * The ticks (at least 1) of a note's length that is typed as a share of a whole note, or in ticks; null when it is none.
 * @example noteLengthFrom('1/12') // => 320
 * @example noteLengthFrom('250 ticks') // => 250
 * @example noteLengthFrom('long') // => null
 */
export function noteLengthFrom(text: string): number | null {
  const found = /^(\d{1,5})(?:\s*\/\s*(\d{1,4})|(?:\s*ticks?))?$/.exec(text.trim());
  if (!found) return text.trim() === 'whole note' ? WHOLE : null;
  const [count, share] = [Number(found[1]), Number(found[2] ?? 0)];
  const ticks = Math.round(share ? (WHOLE * count) / share : found[2] === undefined ? count : 0);
  return ticks >= 1 ? ticks : null;
}

/**
 * A length in bars and beats, in words.
 * @example lengthName(3840 + 960, meter(4, 4)) // => '1 bar 1 beat'
 * @example lengthName(3840 + 1, meter(4, 4)) // => '1 bar'
 */
export function lengthName(ticks: number, of: Meter): string {
  const bars = Math.floor(ticks / barTicks(of));
  // What would be read as no beat at all is not told.
  const beats = Number(((ticks % barTicks(of)) / beatTicks(of)).toFixed(2));
  const words = [bars ? counted(bars, 'bar') : '', beats || !bars ? counted(beats, 'beat') : ''];
  return words.filter(Boolean).join(' ');
}

/**
 * The ticks of a length that is typed in bars and beats, and ticks besides; a bare number is of bars. Null when it is none.
 * @example lengthFrom('3 bars 2 beats', meter(4, 4)) // => 13440
 * @example lengthFrom('2', meter(3, 4)) // => 5760
 * @example lengthFrom('1.5 beats 10 ticks', meter(4, 4)) // => 1450
 * @example lengthFrom('soon', meter(4, 4)) // => null
 */
export function lengthFrom(text: string, of: Meter): number | null {
  const typed = text.trim().replace(/^(\d{1,3})$/, '$1 bars');
  const found =
    /^(?:(\d{1,3})\s*bars?)?\s*(?:(\d{1,4}(?:\.\d{1,3})?)\s*beats?)?\s*(?:(\d{1,6})\s*ticks?)?$/.exec(typed);
  if (!typed || !found) return null;
  const [bars, beats, ticks] = [found[1], found[2], found[3]].map((one) => Number(one ?? 0)) as [
    number,
    number,
    number,
  ];
  return Math.round(bars * barTicks(of) + beats * beatTicks(of) + ticks);
}
