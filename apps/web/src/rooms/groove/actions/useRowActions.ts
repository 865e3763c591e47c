import { useMemo } from 'react';
import { useEdit } from '../../../document/context.tsx';
import type { PatternView } from '../pattern-view.ts';
import { type CaretActions, caretActions } from './caret-actions.ts';
import { type DragActions, dragActions } from './drag-actions.ts';
import { type HitActions, hitActions } from './hit-actions.ts';
import { type LineActions, lineActions } from './line-actions.ts';
import { rowContext } from './row-context.ts';

/** Deeds on the rows of a pattern, by mouse and by keys alike. */
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
