import {
  clearPattern,
  clearRows,
  doubleLength,
  setPatternLength,
  setRowGrids,
  shapeHits,
  shiftRows,
  silenceRows,
} from '@plucky/core/pattern';
import { LIMITS } from '@plucky/core/song';
import { barTicks, beatTicks, GRIDS, modulo } from '@plucky/core/time';
import { setTall } from '../../../session/groove.ts';
import { toggleListening, useSession } from '../../../session/store.ts';
import { freshId } from '../../../shared/fresh-id.ts';
import { type RowContext, voicesOf } from './row-context.ts';

/** Deeds on whole rows, or on the pattern. */
export interface LineActions {
  /** Moves the chosen rows by grid steps, with wrap. */
  shift(steps: number): void;
  clearRows(): void;
  /** Silences the rows as rows, over the loop where there is one, or brings them back. */
  silenceRows(): void;
  clearPattern(): void;
  double(): void;
  /** Makes the pattern longer or shorter by a bar, down to one. */
  lengthen(bars: number): void;
  /** Gives the rows the next grid, from quarters to 32nd triplets, or the one before. */
  nextGrid(by: -1 | 1): void;
  /** Puts the chosen hits, or else the chosen rows, on their grid. */
  quantise(strength: number): void;
  /** Makes the rows tall, or small where all of them are tall. */
  toggleTall(): void;
  mute(): void;
  solo(): void;
  /** Loops the beats that hold the chosen hits, or the caret's; lets the whole pattern go round when it loops already. */
  toggleLoop(): void;
}

export function lineActions({ view, edit, id, caret, rows, chosen }: RowContext): LineActions {
  const listen = (which: 'mutes' | 'solos') => {
    for (const voice of voicesOf(rows())) toggleListening(which, voice);
  };
  return {
    shift: (steps) => void edit((document) => shiftRows(document, id, voicesOf(rows()), steps)),
    clearRows: () => void edit((document) => clearRows(document, id, voicesOf(rows()))),
    silenceRows() {
      const { loop } = useSession.getState();
      edit((document) => silenceRows(document, id, voicesOf(rows()), freshId(), loop ?? undefined));
    },
    clearPattern: () => void edit((document) => clearPattern(document, id)),
    double: () => void edit((document) => doubleLength(document, id, LIMITS.pattern)),
    lengthen(bars) {
      const bar = barTicks(view.meter);
      const length = Math.max(bar, (Math.ceil(view.length / bar) + bars) * bar);
      edit((document) => setPatternLength(document, id, length));
    },
    nextGrid(by) {
      const [first] = rows();
      const next = first && GRIDS[modulo(GRIDS.indexOf(first.grid) + by, GRIDS.length)];
      if (next) edit((document) => setRowGrids(document, id, voicesOf(rows()), next));
    },
    quantise(strength) {
      const ids = chosen();
      const voices = ids.length ? null : voicesOf(rows());
      const grids = Object.fromEntries(view.rows.map((row) => [row.voice.id, row.grid]));
      edit((document) =>
        shapeHits(
          document,
          id,
          { id: 'quantise', rule: 'quantise', voices, grids, strength },
          ids.length ? new Set(ids) : null,
        ),
      );
    },
    toggleTall() {
      const keys = rows().map(({ key }) => key);
      const isTall = keys.every((key) => view.tall.has(key));
      setTall(keys, !isTall);
    },
    mute: () => listen('mutes'),
    solo: () => listen('solos'),
    toggleLoop() {
      const beat = beatTicks(view.meter);
      const ids = new Set(chosen());
      const places = view.hits.filter((one) => ids.has(one.hit.id)).map((one) => one.hit.at);
      const at = caret()?.at ?? 0;
      const from = Math.floor(Math.min(...(places.length ? places : [at])) / beat) * beat;
      const last = Math.max(...(places.length ? places : [at]));
      const to = Math.min(view.length, Math.floor(last / beat) * beat + beat);
      useSession.setState(({ loop }) => ({ loop: loop ? null : { from, to } }));
    },
  };
}
