import { Box } from '@mui/material';
import { placeName } from '@plucky/core/time';
import { useEffect } from 'react';
import { useGroove } from '../../../session/groove.ts';
import { color } from '../../../shared/ui/tokens.ts';
import { caretIn } from '../actions/row-context.ts';
import type { PatternView } from '../pattern-view.ts';
import { heightOf, type Layout, topOf } from './layout.ts';

/** The caret on its row. */
export function CaretMark({
  view,
  layout,
  row,
  at,
}: {
  view: PatternView;
  layout: Layout;
  row: number;
  at: number;
}) {
  const found = view.shown[row];
  if (!found) return null;
  const x = layout.xOf(view.heardAt(found, at));
  const [top, height] = [topOf(layout, row), heightOf(layout, row)];
  return (
    <g>
      <rect x={0} y={top + 1} width="100%" height={height - 1} fill={color('wash')} opacity={0.6} />
      <path
        data-caret=""
        d={`M${x - 5} ${top + 2}h10M${x} ${top + 2}V${top + height - 2}M${x - 5} ${top + height - 2}h10`}
        stroke={color('plum')}
        strokeWidth={1.4}
        fill="none"
      />
    </g>
  );
}

/** Hit at the caret, for those who do not see it. */
export function CaretWords({ view }: { view: PatternView }) {
  const caret = caretIn(
    view,
    useGroove((session) => session.caret),
  );
  // The row on which the caret is seen is the one that is chosen, also where its own is gone.
  useEffect(() => {
    if (caret && caret.row !== useGroove.getState().caret?.row) useGroove.setState({ caret });
  }, [caret]);
  const row = view.rows.find((one) => one.key === caret?.row);
  const hit = view.hits.find((one) => one.row === row?.key && one.hit.at === caret?.at)?.hit;
  const words =
    row && caret
      ? `${row.name}, ${placeName(Math.round(caret.at), view.meter)}, ${hit ? `velocity ${hit.velocity}, ${hit.origin}` : 'empty'}`
      : '';
  return (
    <Box
      role="status"
      aria-label="Caret"
      sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
    >
      {words}
    </Box>
  );
}
