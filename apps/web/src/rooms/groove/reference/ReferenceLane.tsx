import { indexOf, type Meeting, meetings, notesUnder, type Reference } from '@plucky/core';
import { useMemo } from 'react';
import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { type Layout, REFERENCE } from '../rows/layout.ts';

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
    const reference = indexOf(document).references[0];
    if (!reference || part.type !== 'drums') return null;
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

/** The onsets of the reference, filled where a kick meets them. */
export function ReferenceLane({
  view,
  layout,
  top,
  reference: { reference, notes, kicks },
}: {
  view: PatternView;
  layout: Layout;
  top: number;
  reference: ReferenceView;
}) {
  const met = new Set(kicks.flatMap((one) => (one.together && one.onset !== null ? [one.onset] : [])));
  const middle = REFERENCE / 2;
  return (
    <svg
      width={layout.width}
      height={REFERENCE}
      role="img"
      aria-label={`${reference.name}: ${notes.length} onsets, ${met.size} of them met by a kick`}
      style={{ position: 'absolute', top, left: 0 }}
    >
      <path d={`M0 0H${layout.width}`} stroke={color('line')} />
      {notes.map(([at, length, note]) => {
        const x = layout.xOf(at);
        const end = layout.xOf(Math.min(view.length, at + length));
        const meets = met.has(at);
        return (
          <g key={`${at} ${note}`} data-met={meets}>
            <path
              d={`M${x} ${middle}H${Math.max(x + 3, end - 2)}`}
              stroke={color('note')}
              strokeWidth={4}
              opacity={0.35}
            />
            <circle
              cx={x}
              cy={middle}
              r={4.5}
              fill={meets ? color('plum') : color('page')}
              stroke={meets ? color('plum') : color('note')}
              strokeWidth={1.5}
            />
          </g>
        );
      })}
    </svg>
  );
}
