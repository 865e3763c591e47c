import { tryEdit } from '@plucky/core/play';
import { isChange, type Outcome } from '@plucky/core/song';
import { useMemo } from 'react';
import { usePreviewWhile } from '../../transport/preview.ts';
import type { PatternView } from './pattern-view.ts';

/** Lets the pattern in view be seen on the rows and heard as an edit would make it, until that is taken or left. */
export function useOutcomePreview(
  { document, resolved }: PatternView,
  outcome: Outcome,
  title: string,
  detail: string,
): void {
  const { id } = resolved.pattern;
  const tried = useMemo(
    () => (isChange(outcome) ? tryEdit(document, outcome, id) : null),
    [document, outcome, id],
  );
  usePreviewWhile(tried, { title, detail, shows: id });
}
