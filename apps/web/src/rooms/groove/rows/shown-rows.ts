import type { GrooveSession } from '../../../session/groove.ts';
import type { PatternView, Row } from '../pattern-view.ts';

/** Fewer playing rows than this are not worth a fold: a groove that only begins shows its whole kit. */
const FEWEST = 3;

/** Rows of a pattern as they are laid out when it comes into view, and those that have come in since, by their keys. */
export interface Opening {
  readonly pattern: string;
  /** Rows that played then: they are tall. */
  readonly playing: ReadonlySet<string>;
  /** Rows that were shown since: a row does not go away under the hand that empties it. */
  readonly kept: ReadonlySet<string>;
}

export function openingOf(view: PatternView): Opening {
  const playing = new Set(view.hits.map(({ row }) => row));
  return { pattern: view.resolved.pattern.id, playing, kept: playing };
}

/** True where rows can be folded away: among drums, when enough of them play. */
export function hasFold(view: PatternView, playing: Opening['playing']): boolean {
  return view.part.type === 'drums' && playing.size >= FEWEST && playing.size < view.rows.length;
}

/** Rows as the session has them: those that are worked on are shown, whether they play or not. */
export type RowsWanted = Pick<GrooveSession, 'rows' | 'caret' | 'allRows' | 'tall'>;

/** The keys of the rows that are shown. */
export function keysShown(view: PatternView, opening: Opening, wanted: RowsWanted): ReadonlySet<string> {
  if (!hasFold(view, opening.playing) || wanted.allRows) return new Set(view.rows.map(({ key }) => key));
  const hits = view.hits.map(({ row }) => row);
  const caret = wanted.caret ? [wanted.caret.row] : [];
  return new Set([...opening.kept, ...hits, ...wanted.rows, ...caret]);
}

/** Rows as they are laid out: those that are shown, and the keys of those that are tall. */
export type LaidRows = Pick<PatternView, 'shown' | 'tall'>;

/** Lays rows out with only those of some keys shown, of which the ones that play are tall, and what was made so by hand. */
export function layRows(
  { rows, part }: Pick<PatternView, 'rows' | 'part'>,
  playing: ReadonlySet<string>,
  keys: ReadonlySet<string>,
  byHand: RowsWanted['tall'],
): LaidRows {
  const drums = part.type === 'drums';
  const isTall = ({ key }: Row) => byHand.get(key) ?? (drums && playing.size >= FEWEST && playing.has(key));
  const shown = rows.filter(({ key }) => keys.has(key));
  return { shown, tall: new Set(shown.filter(isTall).map(({ key }) => key)) };
}
