import { compareWith, type Comparison, type Counterpart, counterpartOf } from '@plucky/core/play';
import { useMemo } from 'react';
import { useGroove } from '../../../session/groove.ts';
import type { PatternView } from '../pattern-view.ts';

/** Comparison of the pattern in view while the tool is open; null when it is not. */
export function useComparison({ document, resolved }: PatternView): Comparison | null {
  const isOpen = useGroove((session) => session.panel === 'compare');
  const counterpart = useCounterpart({ document, resolved });
  const { id } = resolved.pattern;
  return useMemo(
    () => (isOpen && counterpart ? compareWith(document, id, counterpart) : null),
    [document, id, isOpen, counterpart],
  );
}

/** The chosen counterpart, or what is likeliest meant. */
export function useCounterpart({
  document,
  resolved,
}: Pick<PatternView, 'document' | 'resolved'>): Counterpart | null {
  const chosen = useGroove((session) => session.counterpart);
  const { id } = resolved.pattern;
  return useMemo(() => counterpartOf(document, id, chosen), [document, id, chosen]);
}
