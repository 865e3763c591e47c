import {
  inBars,
  type Line,
  lineLength,
  type OccurrencePlace,
  phraseLines,
  playedSlots,
} from '@plucky/core/form';
import type { Id, SongDocument } from '@plucky/core/song';

/** A line of the sheet: a phrase of a section, or the empty line of a section without slots. */
export interface LineOfSheet {
  readonly place: OccurrencePlace;
  readonly line: Line | null;
  /** Which line of its section it is. */
  readonly nth: number;
  readonly isOnly: boolean;
  /** The bar of the song in which it begins, from 1, and how many ticks a full line lasts. */
  readonly bar: number;
  readonly full: number;
}

/** Every line of the sheet in the order of the form. */
export function linesOfSheet(document: SongDocument, places: readonly OccurrencePlace[]): LineOfSheet[] {
  return places.flatMap((place): LineOfSheet[] => {
    const { section, firstBar } = place;
    const full = lineLength(document, section);
    const lines = phraseLines(document, section, playedSlots(document, section));
    if (!lines.length) return [{ place, line: null, nth: 0, isOnly: true, bar: firstBar, full }];
    return lines.map((line, nth) => ({
      place,
      line,
      nth,
      isOnly: lines.length === 1,
      bar: Math.floor(inBars(document, place, line.start)),
      full,
    }));
  });
}

/** The key of a line's play head. */
export function headKey(occurrence: Id, start: number): string {
  return `${occurrence} ${start}`;
}

/** Lines that follow one another in the same section, as one stanza each. */
export function stanzasOf(lines: readonly LineOfSheet[], seen: readonly number[]) {
  const stanzas: { readonly place: OccurrencePlace; readonly at: number[] }[] = [];
  for (const at of seen) {
    const place = lines[at]?.place;
    if (!place) continue;
    const last = stanzas.at(-1);
    if (last?.place === place) last.at.push(at);
    else stanzas.push({ place, at: [at] });
  }
  return stanzas;
}
