import type { Slot } from '../song/index.ts';
import { barTicks, cacheWhileSame, type Meter } from '../time/index.ts';

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

/** Lays the slots of a section, as they are played, out by phrases of `phraseBars` bars; a slot that crosses a phrase's end is cut in two. */
export function phraseLines(slots: readonly Slot[], meter: Meter, phraseBars: number): readonly Line[] {
  const full = barTicks(meter) * phraseBars;
  return linesCache(slots, [full], () => layOut(slots, full));
}

function layOut(slots: readonly Slot[], full: number): readonly Line[] {
  const lines: { start: number; length: number; pieces: LinePiece[] }[] = [];
  let at = 0;
  for (const slot of slots) {
    let inSlot = 0;
    while (inSlot < slot.length) {
      const onLine = at % full;
      let line = lines.at(-1);
      if (!line || onLine === 0) {
        line = { start: at, length: 0, pieces: [] };
        lines.push(line);
      }
      const length = Math.min(slot.length - inSlot, full - onLine);
      line.pieces.push({ slot, onLine, inSlot, length });
      line.length += length;
      inSlot += length;
      at += length;
    }
  }
  return lines;
}
