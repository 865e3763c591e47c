import type { Family } from '@plucky/core/song';
import { memo } from 'react';
import { familyColor } from '../../shared/ui/tokens.ts';
import type { Entry } from './region-entries.ts';

const [WIDTH, HEIGHT] = [150, 22];
/** Height of a mark, and its line from the top, by the family that it plays. */
const MARK = 5;
const LINES: Readonly<Record<Family, number>> = {
  cymbal: 0,
  hat: 3,
  percussion: 6,
  tom: 9,
  snare: 12,
  kick: 17,
  note: 17,
};

/** A region in small: its strokes along its length, each family on a line of its own. */
export const RegionPicture = memo(
  function RegionPicture({ entry: { marks, length } }: { entry: Pick<Entry, 'marks' | 'length'> }) {
    const paths = new Map<Family, string>();
    for (const { tick, family } of marks) {
      const x = ((tick / Math.max(1, length)) * (WIDTH - 2) + 1).toFixed(1);
      const mark = `M${x} ${LINES[family]}v${MARK}`;
      // Strokes that would be drawn over one another are drawn once.
      if (!paths.get(family)?.endsWith(mark)) paths.set(family, (paths.get(family) ?? '') + mark);
    }
    return (
      <svg width={WIDTH} height={HEIGHT} aria-hidden style={{ display: 'block' }}>
        {[...paths].map(([family, path]) => (
          <path
            key={family}
            d={path}
            stroke={familyColor(family)}
            strokeWidth={1}
            fill="none"
            opacity={0.8}
          />
        ))}
      </svg>
    );
  },
  (before, after) => before.entry.marks === after.entry.marks,
);
