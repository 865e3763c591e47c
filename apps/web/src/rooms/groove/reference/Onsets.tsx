import type { Reference } from '@plucky/core/song';
import { color } from '../../../shared/ui/tokens.ts';
import type { Layout } from '../rows/layout.ts';

/** Onsets of a reference on a line, filled where a hit meets them. */
export function Onsets({
  notes,
  met,
  layout,
  middle,
  radius,
}: {
  notes: Reference['notes'];
  /** The places that are met, in ticks. */
  met: ReadonlySet<number>;
  layout: Layout;
  /** Height of the line, and size of an onset, in px. */
  middle: number;
  radius: number;
}) {
  return notes.map(([at, , note]) => {
    const meets = met.has(at);
    return (
      <circle
        key={`${at} ${note}`}
        data-met={meets}
        cx={layout.xOf(at)}
        cy={middle}
        r={radius}
        fill={color(meets ? 'plum' : 'page')}
        stroke={color(meets ? 'plum' : 'note')}
        strokeWidth={1.5}
      />
    );
  });
}
