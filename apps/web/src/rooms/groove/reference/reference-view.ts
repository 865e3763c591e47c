import { indexOf, liveReference, type Meeting, meetings, notesUnder, type Reference } from '@plucky/core';
import { useMemo } from 'react';
import type { PatternView } from '../pattern-view.ts';

/** An imported part under a drum pattern, and how the kicks stand to it. */
export interface ReferenceView {
  readonly reference: Reference;
  readonly notes: Reference['notes'];
  readonly kicks: readonly Meeting[];
}

/** The song's reference as it lies under the pattern in view; null where there is none, or no drum could meet it. */
export function useReference(view: PatternView): ReferenceView | null {
  const { document, part, rows } = view;
  const { pattern } = view.resolved;
  return useMemo(() => {
    const [kept] = indexOf(document).references;
    if (!kept || part.type !== 'drums') return null;
    const reference = liveReference(document, kept);
    const kicks = rows.filter((row) => row.family === 'kick').map((row) => row.voice.id);
    return {
      reference,
      notes: notesUnder(reference, pattern.length),
      kicks: meetings(document, pattern.id, kicks, reference),
    };
  }, [document, part.type, rows, pattern]);
}

/** How many kicks meet the reference, in words. */
export function meetingWords({ kicks }: ReferenceView): string {
  return `${kicks.filter((one) => one.together).length} of ${kicks.length} kicks meet`;
}
