import { inBars, type OccurrencePlace, songTempos } from '@plucky/core/form';
import type { SongDocument } from '@plucky/core/song';
import { figure } from '@plucky/core/time';

/** The tempos of a song over its bars: a path 1 high and `bars` wide, and the least and the most in words. */
export interface TempoLine {
  readonly path: string;
  readonly words: string;
}

/** The line of a song's tempos; null for one that keeps its tempo. */
export function tempoLine(
  document: SongDocument,
  places: readonly OccurrencePlace[],
  bars: number,
): TempoLine | null {
  const tempos = songTempos(document);
  const least = tempos.reduce((a, { tempo }) => Math.min(a, tempo), Infinity);
  const most = tempos.reduce((a, { tempo }) => Math.max(a, tempo), 0);
  if (least === most) return null;
  let at = 0;
  const steps = tempos.map(({ tick, tempo }, i) => {
    while (at < places.length - 1 && tick >= (places[at + 1]?.start ?? Infinity)) at++;
    const place = places[at];
    const x = place ? inBars(document, place, tick - place.start) - 1 : 0;
    const y = 0.95 - ((tempo - least) / (most - least)) * 0.9;
    return i ? `H${x}V${y}` : `M0 ${y}`;
  });
  return { path: `${steps.join('')}H${bars}`, words: `${figure(least)} to ${figure(most)} bpm` };
}
