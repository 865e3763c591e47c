import { color } from '../../../shared/ui/tokens.ts';
import type { PatternView } from '../pattern-view.ts';
import { type Layout, REFERENCE } from '../rows/layout.ts';
import type { ReferenceView } from './reference-view.ts';

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
