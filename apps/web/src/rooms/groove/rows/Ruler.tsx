import { barTicks, beatTicks, gridTicks, groupStarts } from '@plucky/core/time';
import { memo } from 'react';
import { color, SANS, TEXT } from '../../../shared/ui/tokens.ts';
import type { Frame, Row } from '../pattern-view.ts';
import { fullHeight, heightOf, type Layout, PAD, RULER, topOf } from './layout.ts';

/** Beats nearer together than this are drawn without their number, but for the starts of groups, in px. */
const NARROWEST_NUMBER = 34;

/** Tallest mark of a step, in px. */
const MARK = 9;

/** Bars, beats and groups, and each row's own grid. */
export const Ruler = memo(function Ruler({
  frame,
  rows,
  layout,
}: {
  frame: Frame;
  /** Rows that are shown. */
  rows: readonly Row[];
  layout: Layout;
}) {
  const { meter, length } = frame;
  const [width, height] = [layout.width, fullHeight(layout)];
  const [bar, beat] = [barTicks(meter), beatTicks(meter)];
  const beats = Array.from({ length: Math.ceil(length / beat) }, (_, i) => i * beat);
  const groups = new Set(groupStarts(meter));
  const numbered = layout.xOf(beat) - layout.xOf(0) >= NARROWEST_NUMBER;
  return (
    <svg
      width={width}
      height={RULER + height}
      style={{ position: 'absolute', top: 0, left: 0 }}
      aria-hidden="true"
    >
      {rows.map((row, i) => (
        <RowLines
          key={row.key}
          frame={frame}
          row={row}
          layout={layout}
          top={RULER + topOf(layout, i)}
          height={heightOf(layout, i)}
        />
      ))}
      {beats.map((at) => {
        const inBar = at % bar;
        const x = layout.xOf(at);
        const strong = inBar === 0 || groups.has(inBar);
        return (
          <g key={at}>
            <path
              d={`M${x} ${inBar === 0 ? 8 : 20}V${RULER + height}`}
              stroke={strong ? color('strong') : color('line')}
              strokeWidth={inBar === 0 ? 1.6 : 1}
            />
            {inBar === 0 && (
              <text
                x={x + 5}
                y={20}
                fontFamily={SANS}
                fontSize={TEXT.note}
                fontWeight={600}
                fill={color('ink')}
              >
                Bar {at / bar + 1}
              </text>
            )}
            {inBar > 0 && (numbered || groups.has(inBar)) && (
              <text
                x={x + 5}
                y={numbered ? 28 : 32}
                fontFamily={SANS}
                fontSize={TEXT.tiny}
                fill={color('faint')}
              >
                {inBar / beat + 1}
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${layout.xOf(length)} 8V${RULER + height}`} stroke={color('strong')} strokeWidth={1.6} />
    </svg>
  );
});

/** A row's base line and a mark where each step of its own grid is heard. */
function RowLines({
  frame,
  row,
  layout,
  top,
  height,
}: {
  frame: Frame;
  row: Row;
  layout: Layout;
  top: number;
  height: number;
}) {
  const step = gridTicks(row.grid);
  const base = top + height - 1;
  const marks = Array.from({ length: Math.floor((frame.length - 1) / step) + 1 }, (_, i) => {
    const x = layout.xOf(frame.heardAt(row, i * step)).toFixed(1);
    return `M${x} ${base - Math.min(MARK, height * 0.3)}V${base}`;
  });
  return (
    <>
      <path d={`M${PAD - 6} ${base}H${layout.width - PAD + 6}`} stroke={color('line')} />
      <path d={marks.join('')} stroke={color('line')} />
    </>
  );
}
