import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import { caretActions, type CaretActions } from './caret-actions.ts';
import { dragActions, type DragActions } from './drag-actions.ts';
import { hitActions, type HitActions } from './hit-actions.ts';
import { lineActions, type LineActions } from './line-actions.ts';
import { rowContext } from './row-context.ts';
import type { PatternView } from '../pattern-view.ts';

/** What can be done to the rows of a pattern, by mouse and by keys alike. */
export interface RowActions extends CaretActions, HitActions, DragActions, LineActions {}

export function useRowActions(view: PatternView): RowActions {
  const edit = useEdit();
  return useMemo(() => {
    const context = rowContext(view, edit);
    return {
      ...caretActions(context),
      ...hitActions(context),
      ...dragActions(context),
      ...lineActions(context),
    };
  }, [view, edit]);
}
