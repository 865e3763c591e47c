import type { Family } from '@plucky/core/song';
import { memo } from 'react';
import { familyColor } from './tokens.ts';

/** A hit in small: its share of the length, 0..1, how loud 0..1, and, for notes, how high 0..1. */
export interface Mark {
  readonly at: number;
  readonly family: Family;
  readonly loud: number;
  readonly high?: number;
  readonly followed?: boolean;
}

/** Height of a family between the top (0) and the bottom (1). */
const LEVEL: Readonly<Record<Family, number>> = {
  cymbal: 0,
  hat: 0.12,
  percussion: 0.3,
  tom: 0.42,
  snare: 0.55,
  note: 0.5,
  kick: 1,
};

const FAMILIES = Object.keys(LEVEL) as Family[];
const WIDTH = 1000;

/** The hits of a stretch in small, each at its time and, by family, at its height. */
export const Miniature = memo(function Miniature({
  marks,
  height,
  barShares = [],
}: {
  marks: readonly Mark[];
  height: number;
  /** Bar lines, as shares of the length. */
  barShares?: readonly number[];
}) {
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      preserveAspectRatio="none"
      width="100%"
      height={height}
      aria-hidden="true"
      style={{ display: 'block' }}
    >
      {barShares.map((share) => (
        <path
          key={share}
          d={`M${share * WIDTH} 0V${height}`}
          stroke="var(--line)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {FAMILIES.flatMap((family) =>
        [true, false].map((followed) => {
          const own = marks.filter((mark) => mark.family === family && (mark.followed ?? false) === followed);
          if (!own.length) return null;
          return (
            <path
              key={`${family} ${followed}`}
              d={own.map((mark) => strokeOf(mark, height)).join('')}
              stroke={familyColor(family)}
              strokeWidth={1.6}
              opacity={followed ? 0.55 : 1}
              vectorEffect="non-scaling-stroke"
            />
          );
        }),
      )}
    </svg>
  );
});

function strokeOf({ at, family, loud, high }: Mark, height: number): string {
  const tall = 2 + loud * height * 0.22;
  const level = high === undefined ? LEVEL[family] : 1 - high;
  const bottom = tall + level * (height - tall);
  // Half a unit inwards, so that a hit on the first tick is not cut in half by the edge.
  return `M${(2 + at * (WIDTH - 4)).toFixed(1)} ${bottom.toFixed(1)}v${(-tall).toFixed(1)}`;
}
