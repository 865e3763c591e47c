import { barTicks, beatTicks, type Meter } from './meter.ts';
import { QUARTERS, WHOLE } from './place.ts';

/** A place in words, such as "bar 2, beat 3½ +20", or by its numbers, such as "2.3.3+20". */
const IN_WORDS = /^bar\s*(\d{1,5})(?:\s*,?\s*beat\s*(\d{1,3})\s*([¼½¾]?))?(?:\s*\+\s*(\d{1,5}))?$/i;
const IN_NUMBERS = /^(\d{1,5})(?:\.(\d{1,3}))?(?:\.([1-4]))?(?:\s*\+\s*(\d{1,5}))?$/;

/**
 * The tick of a place that is typed in words or as bar.beat.quarter, what is left out being 1, with ticks behind a plus; null
 * when it is none.
 * @example placeFrom('bar 2, beat 2¼', meter(4, 4)) // => 5040
 * @example placeFrom('2.2.2', meter(4, 4)) // => 5040
 * @example placeFrom('1.3+20', meter(4, 4)) // => 1940
 * @example placeFrom('1.5', meter(4, 4)) // => null
 */
export function placeFrom(text: string, of: Meter): number | null {
  const words = IN_WORDS.exec(text.trim());
  const found = words ?? IN_NUMBERS.exec(text.trim());
  if (!found) return null;
  const [bar, beat] = [Number(found[1]), Number(found[2] ?? 1)];
  const quarter = words ? QUARTERS.findIndex((one) => one === (words[3] ?? '')) + 1 : Number(found[3] ?? 1);
  if (bar < 1 || beat < 1 || beat > of.beats) return null;
  const ticks = beatTicks(of);
  return (bar - 1) * barTicks(of) + (beat - 1) * ticks + (quarter - 1) * (ticks / 4) + Number(found[4] ?? 0);
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
