import { isSameMeter, type Meter } from '../time/index.ts';
import type { ArrivedFile, Bar } from './arrived.ts';
import { sectionMeter, usualMeter } from './bar-meters.ts';

/** Facts about sections that are known before their content is. */
export interface KnownStarts {
  /** The bars, counted from 0, at which sections begin, with what the file calls them; empty where nothing is said. */
  readonly starts: ReadonlyMap<number, string>;
  /** The meter in which the song counts each bar: its own, or its section's where a song cannot have that. */
  readonly meters: readonly Meter[];
  /** Bars of another meter than their section's. */
  readonly odd: ReadonlySet<number>;
}

/**
 * Where a file's own markers or a lasting change of meter begin a section. A section begins too after a bar whose meter a song cannot
 * have, so that later bars are counted from it.
 */
export function knownStarts({ bars, markers }: Pick<ArrivedFile, 'bars' | 'markers'>): KnownStarts {
  const starts = new Map<number, string>([[0, '']]);
  for (let i = 1; i < bars.length; i++) if (meterTurns(bars, i)) starts.set(i, '');
  for (const { tick, name } of markers) {
    const at = bars.findIndex(({ start, length }) => tick < start + length / 2);
    if (at >= 0) starts.set(at, name);
  }
  const usual = usualMeter(bars);
  const odd = new Set<number>();
  let counted = usual;
  const meters = bars.map((bar, i) => {
    const own = sectionMeter(bar);
    const before = bars[i - 1];
    if (before && !sectionMeter(before) && !starts.has(i)) starts.set(i, '');
    if (starts.has(i)) counted = own ?? usual;
    if (!own || !isSameMeter(own, counted)) odd.add(i);
    return own ?? counted;
  });
  return { starts, meters, odd };
}

/** True for a meter that lasts from a bar on: one odd bar between belongs to the section that it ends. */
function meterTurns(bars: readonly Bar[], at: number): boolean {
  const lengthAt = (i: number) => bars[i]?.length;
  if (lengthAt(at) === lengthAt(at - 1)) return false;
  const isOdd = lengthAt(at) !== lengthAt(at + 1);
  const wasOdd = at >= 2 && lengthAt(at - 1) !== lengthAt(at - 2);
  return !isOdd && !(wasOdd && lengthAt(at) === lengthAt(at - 2));
}
