import { apply, isChange, type Outcome } from '@plucky/core';
import { useEffect } from 'react';
import { setPreview } from '../../transport/preview.ts';
import type { PatternView } from './pattern-view.ts';

/** Lets the pattern in view be seen on the rows and heard as an edit would make it, until that is taken or left. */
export function useOutcomePreview(
  { document, resolved }: PatternView,
  outcome: Outcome,
  title: string,
  detail: string,
): void {
  const { id } = resolved.pattern;
  useEffect(() => {
    if (!isChange(outcome)) return;
    setPreview({
      document: apply(document, outcome).document,
      scope: { kind: 'pattern', pattern: id },
      title,
      detail,
      shows: id,
    });
    return () => setPreview(null);
  }, [document, outcome, id, title, detail]);
}
