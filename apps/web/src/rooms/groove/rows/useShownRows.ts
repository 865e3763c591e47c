import { useCallback, useMemo, useState } from 'react';
import { type Panel, useGrooveFields } from '../../../session/groove.ts';
import { useSession } from '../../../session/store.ts';
import type { PatternView } from '../pattern-view.ts';
import { hasFold, keysShown, layRows, openingOf } from './shown-rows.ts';

/** Tools that speak of every row of the kit. */
const OF_ALL_ROWS: ReadonlySet<Panel> = new Set(['kit', 'reference', 'compare']);

/**
 * The view with the rows that play shown tall and the others folded away, and a way to show another one likewise. What is
 * shown stays while the pattern is in view.
 */
export function useShownRows(view: PatternView): [PatternView, (other: PatternView) => PatternView] {
  const {
    rows,
    caret,
    allRows: asked,
    tall,
    panel,
  } = useGrooveFields('rows', 'caret', 'allRows', 'tall', 'panel');
  const recording = useSession((session) => session.recording);
  const allRows = asked || recording || OF_ALL_ROWS.has(panel);
  const [opened, setOpened] = useState(() => ({ allRows, opening: openingOf(view) }));
  const isSame = opened.opening.pattern === view.resolved.pattern.id && opened.allRows === allRows;
  const opening = isSame ? opened.opening : openingOf(view);
  if (!isSame) setOpened({ allRows, opening });

  const keys = keysShown(view, opening, { rows, caret, allRows, tall });
  if (isSame && !allRows && [...keys].some((key) => !opening.kept.has(key)))
    setOpened({ allRows, opening: { ...opening, kept: keys } });
  // By their words, so that what is chosen in a row that is shown anyway draws nothing anew.
  const named = [...keys].sort().join('\n');
  const { playing } = opening;
  const { rows: all, part } = view;
  // While only hits are edited the rows stay the same, and so does how they are laid out.
  const laid = useMemo(
    () => layRows({ rows: all, part }, playing, new Set(named.split('\n')), tall),
    [all, part, playing, named, tall],
  );
  const likewise = useCallback(
    (other: PatternView): PatternView => {
      const shown = new Set(laid.shown.map(({ key }) => key));
      const more = other.hits.filter(({ row }) => !shown.has(row)).map(({ row }) => row);
      const isSame = other.rows === all && !more.length;
      const folds = hasFold(other, playing);
      return {
        ...other,
        ...(isSame ? laid : layRows(other, playing, new Set([...shown, ...more]), tall)),
        folds,
      };
    },
    [all, laid, playing, tall],
  );
  return [useMemo(() => likewise(view), [likewise, view]), likewise];
}
