import { indexOf, type Section, type Slot, type SongDocument } from '../song/index.ts';
import { barTicks, cacheWhileSame } from '../time/index.ts';
import { sectionBars, sectionMeter } from './bars.ts';

/** The piece of a slot that stands on one line; places in ticks. */
export interface LinePiece {
  readonly slot: Slot;
  /** Start of the piece on its line, and in its slot. */
  readonly onLine: number;
  readonly inSlot: number;
  readonly length: number;
}

/** A phrase of a section: a line of the sheet. */
export interface Line {
  /** Start of the line in its section, in ticks. */
  readonly start: number;
  /** The last line may be shorter than a phrase. */
  readonly length: number;
  readonly pieces: readonly LinePiece[];
}

const linesCache = cacheWhileSame<readonly Line[], readonly Slot[]>();

/**
 * Lays the slots of a section, as they are played or as they are, out by the song's phrases; a slot that crosses a phrase's end
 * is cut in two.
 */
export function phraseLines(
  document: SongDocument,
  section: Section,
  slots: readonly Slot[] = section.slots,
): readonly Line[] {
  const { phraseBars } = indexOf(document).song;
  const bars = sectionBars(document, section);
  return linesCache(slots, [bars, phraseBars], () => {
    const starts = bars.filter((_, i) => i % phraseBars === 0).map(({ start }) => start);
    return layOut(slots, starts);
  });
}

/** The length of a whole line of a section, in ticks: that of its longest phrase, a short one taken as whole. */
export function lineLength(document: SongDocument, section: Section): number {
  const { phraseBars } = indexOf(document).song;
  const usual = barTicks(sectionMeter(document, section)) * phraseBars;
  if (section.slots.every(({ meter }) => meter === undefined)) return usual;
  const lasts = sectionBars(document, section).map(({ meter }) => barTicks(meter));
  const phrases = lasts.flatMap((_, i) => (i % phraseBars === 0 ? [lasts.slice(i, i + phraseBars)] : []));
  return Math.max(...phrases.map((bars) => bars.reduce((sum, ticks) => sum + ticks, 0)), 1);
}

function layOut(slots: readonly Slot[], starts: readonly number[]): readonly Line[] {
  const lines: { start: number; length: number; pieces: LinePiece[] }[] = [];
  let at = 0;
  for (const slot of slots) {
    let inSlot = 0;
    while (inSlot < slot.length) {
      let line = lines.at(-1);
      if (!line || at === starts[lines.length]) {
        line = { start: at, length: 0, pieces: [] };
        lines.push(line);
      }
      const onLine = at - line.start;
      const length = Math.min(slot.length - inSlot, (starts[lines.length] ?? Infinity) - at);
      line.pieces.push({ slot, onLine, inSlot, length });
      line.length += length;
      inSlot += length;
      at += length;
    }
  }
  return lines;
}
