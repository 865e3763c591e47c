import type { HitFields, Id } from '@plucky/core/song';
import type { Edit } from '../../../document/context.tsx';
import { type Caret, type GrooveSession, useGroove } from '../../../session/groove.ts';
import { hitNear, type PatternView, type Row } from '../pattern-view.ts';

/** Context of deeds on the rows: the pattern in view, and its chosen hits at that moment. */
export interface RowContext {
  readonly view: PatternView;
  readonly edit: Edit;
  /** The pattern's id. */
  readonly id: Id;
  /** Place of the caret; it starts on the lowest row. */
  readonly caret: () => { readonly row: Row; readonly at: number } | undefined;
  /** Ids of the chosen hits, or of the one under the caret. */
  readonly chosen: () => Id[];
  /** The chosen rows, those of several chosen hits, or the caret's. */
  readonly rows: () => Row[];
}

export function rowContext(view: PatternView, edit: Edit): RowContext {
  const last = view.shown.at(-1);
  const caret = () => {
    const at = caretIn(view, useGroove.getState().caret);
    const row = view.rows.find((one) => one.key === at?.row) ?? last;
    return row && { row, at: at?.at ?? 0 };
  };
  return {
    view,
    edit,
    id: view.resolved.pattern.id,
    caret,
    chosen() {
      const { hits } = useGroove.getState();
      const known = view.hits.filter((one) => hits.has(one.hit.id)).map((one) => one.hit.id);
      const at = caret();
      const under = at && hitNear(view, at.row, at.at);
      return known.length ? known : under ? [under.hit.id] : [];
    },
    rows() {
      const meant = rowsMeant(view, useGroove.getState());
      const at = caret();
      return meant.length ? meant : at ? [at.row] : [];
    },
  };
}

/**
 * The caret as it can stand in a pattern: an edit or an undo may have made it shorter, and in another key the row of a note may
 * be gone, for which the nearest one stands.
 */
export function caretIn(
  { length, rows }: Pick<PatternView, 'length' | 'rows'>,
  caret: Caret | null,
): Caret | null {
  if (!caret) return null;
  const row = rows.some(({ key }) => key === caret.row) ? caret.row : nearestRow(rows, caret.row);
  const at = Math.min(caret.at, length - 1);
  return row === caret.row && at === caret.at ? caret : { row, at };
}

/** The row of the same instrument whose note is nearest to that of a row that is gone; the row itself where there is none. */
function nearestRow(rows: readonly Row[], gone: string): string {
  const pitch = Number(gone.slice(gone.lastIndexOf(' ') + 1));
  const kin = rows.filter(
    ({ key, voice }) => key.startsWith(`${voice.id} `) && gone.startsWith(`${voice.id} `),
  );
  const off = (row: Row) => Math.abs(row.pitch - pitch);
  return kin.toSorted((a, b) => off(a) - off(b))[0]?.key ?? gone;
}

/** The rows that are meant: those that are chosen together, those of several chosen hits, or the caret's. */
export function rowsMeant(
  view: PatternView,
  { rows, hits, caret }: Pick<GrooveSession, 'rows' | 'hits' | 'caret'>,
): Row[] {
  if (rows.size) return view.rows.filter((row) => rows.has(row.key));
  const keys = new Set(view.hits.filter((one) => hits.has(one.hit.id)).map((one) => one.row));
  if (hits.size > 1 && keys.size) return view.rows.filter((row) => keys.has(row.key));
  return view.rows.filter((row) => row.key === caret?.row);
}

/** The voices of rows, each once: the rows of a part that plays notes share one. */
export function voicesOf(rows: readonly Row[]): Id[] {
  return [...new Set(rows.map((row) => row.voice.id))];
}

/** The pattern's meter, tempo and swing, as places are heard by. */
export function feelOf({ view }: Pick<RowContext, 'view'>) {
  const { meter, swing, tempo } = view.frame;
  return { meter, swing, tempo };
}

/** The rows so many below those that hits stand on, held where one of them would leave the kit. */
export function rowsBelow(
  { shown: rows }: PatternView,
  from: ReadonlyMap<Id, { readonly row: string }>,
  by: number,
): ReadonlyMap<Id, Row> {
  const places = new Map([...from].map(([id, { row }]) => [id, rows.findIndex((one) => one.key === row)]));
  const all = [...places.values()];
  const held = Math.min(rows.length - 1 - Math.max(...all), Math.max(-Math.min(...all), by));
  return new Map(
    [...places].flatMap(([id, place]): [Id, Row][] => {
      const row = rows[place + held];
      return row ? [[id, row]] : [];
    }),
  );
}

/** Fields of a hit on a row. */
export function onRow(row: Row | undefined): HitFields {
  return row ? { voice: row.voice.id, pitch: row.pitch } : {};
}
