import { Typography } from '@mui/material';
import { counted } from '@plucky/core/time';
import { useShallow } from 'zustand/react/shallow';
import { useGroove } from '../../../session/groove.ts';
import { Fold } from '../../../shared/ui/Fold.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { rowsMeant } from '../actions/row-context.ts';
import type { PatternView, Row } from '../pattern-view.ts';
import { SidePanel } from '../SidePanel.tsx';

const WaysToBegin = later(async () => (await import('../begin/WaysToBegin.tsx')).WaysToBegin);
const HitSettings = later(async () => (await import('./HitSettings.tsx')).HitSettings);
const PatternSettings = later(async () => (await import('./PatternSettings.tsx')).PatternSettings);
const RowSettings = later(async () => (await import('./RowSettings.tsx')).RowSettings);

/** Inspector of the rows: the chosen hits, their rows, and the pattern. */
export function Inspector({ view }: { view: PatternView }) {
  const chosen = useGroove((session) => session.hits);
  const hits = view.hits.filter((one) => chosen.has(one.hit.id));
  const rows = useGroove(useShallow((session) => rowsMeant(view, session)));
  const row = view.rows.find((one) => one.key === hits[0]?.row);
  return (
    <SidePanel label="What is chosen">
      {hits.length > 0 && row ? (
        <HitSettings view={view} hits={hits} row={row} />
      ) : (
        <>
          <Hint view={view} />
          <WaysToBegin view={view} />
        </>
      )}
      {rows.length > 0 &&
        (hits.length > 0 ? (
          <Fold title="Its row" name="row" says={rowWords(rows)}>
            <RowSettings view={view} rows={rows} />
          </Fold>
        ) : (
          <RowSettings view={view} rows={rows} />
        ))}
      <PatternSettings view={view} />
    </SidePanel>
  );
}

/** The row that is meant with its grid, or how many. */
function rowWords(rows: readonly Row[]): string {
  const [first] = rows;
  return rows.length === 1 && first ? `${first.name}, ${first.detail}` : counted(rows.length, 'row');
}

function Hint({ view }: { view: PatternView }) {
  return (
    <Typography sx={{ fontSize: TEXT.control, color: color('soft'), mb: 2 }}>
      {view.hits.length
        ? 'Press a stem to choose it; drag it along to move it, up or down for its velocity.'
        : 'Press in a row to place a hit, drag along it for a run, or move with the arrow keys and press A.'}
    </Typography>
  );
}
