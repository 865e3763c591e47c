import type { Family, Origin } from '@plucky/core';
import { memo } from 'react';
import { familyColor } from './tokens.ts';

/** The outline of a family's head around 0,0, `r` being half its width. */
function headPath(family: Family, r: number): string {
  switch (family) {
    case 'kick':
      return `M${-r} ${-r}H${r}V${r}H${-r}Z`;
    case 'snare':
      return `M0 ${-r * 1.25}L${r * 1.25} 0L0 ${r * 1.25}L${-r * 1.25} 0Z`;
    case 'hat':
    case 'cymbal':
      return `M${-r} ${-r}L${r} ${r}M${r} ${-r}L${-r} ${r}`;
    case 'percussion':
      return `M0 ${-r * 1.2}L${r * 1.15} ${r * 0.9}H${-r * 1.15}Z`;
    case 'tom':
    case 'note':
      return `M${-r} 0A${r} ${r} 0 1 0 ${r} 0A${r} ${r} 0 1 0 ${-r} 0Z`;
  }
}

export interface StemProps {
  readonly x: number;
  /** Where the stem stands and how tall it is, in pixels. */
  readonly base: number;
  readonly height: number;
  readonly family: Family;
  readonly origin: Origin;
  readonly chosen: boolean;
  readonly accented: boolean;
  /** How far a held note is drawn, in pixels; drums have none. */
  readonly tail?: number;
  /** The other strokes of a roll or a flam, as a path from the stem's foot. */
  readonly strokes?: string;
}

/** A hit: solid when own or changed, hollow when it follows, dashed when silenced. */
export const Stem = memo(function Stem({
  x,
  base,
  height,
  family,
  origin,
  chosen,
  accented,
  tail = 0,
  strokes = '',
}: StemProps) {
  const ink = familyColor(family);
  const silenced = origin === 'silenced';
  const own = origin === 'own' || origin === 'changed';
  const crossed = family === 'hat' || family === 'cymbal';
  const width = own ? 2.6 : 1.5;
  return (
    <g transform={`translate(${x} ${base})`} opacity={silenced ? 0.5 : 1}>
      {chosen && (
        <rect
          x={-8}
          y={-height - 10}
          width={16}
          height={height + 12}
          rx={6}
          fill="var(--wash)"
          stroke="var(--plum)"
          strokeWidth={1}
        />
      )}
      {tail > 0 && <line x2={tail - 2} stroke={ink} strokeWidth={own ? 5 : 3} opacity={0.45} />}
      {strokes && <path d={strokes} stroke={ink} strokeWidth={1.2} fill="none" opacity={0.8} />}
      <line y2={-height} stroke={ink} strokeWidth={width} strokeDasharray={silenced ? '2 3' : undefined} />
      <path
        d={headPath(family, 4.2)}
        transform={`translate(0 ${-height})`}
        fill={crossed ? 'none' : own ? ink : 'var(--page)'}
        stroke={ink}
        strokeWidth={crossed && own ? 2.4 : 1.5}
        strokeDasharray={silenced ? '2 2' : undefined}
      />
      {silenced && (
        <line x1={-7} x2={7} y1={-height / 2 + 5} y2={-height / 2 - 5} stroke={ink} strokeWidth={1.4} />
      )}
      {accented && !silenced && (
        <path
          d={`M-3.5 ${-height - 14}L3.5 ${-height - 11}L-3.5 ${-height - 8}`}
          fill="none"
          stroke="var(--plum)"
          strokeWidth={1.8}
        />
      )}
    </g>
  );
});
