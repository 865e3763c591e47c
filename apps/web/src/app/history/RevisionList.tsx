import { Box, Button, List, ListItemButton, ListSubheader, Typography } from '@mui/material';
import { useState } from 'react';
import { color } from '../../shared/ui/tokens.ts';
import { clockOf, dayOf, type RevisionLine } from './revisions.ts';

/** How many lines are shown at first, and how many more at each press. */
const STEP = 100;

export function RevisionList({
  revisions,
  chosen,
  onChoose,
}: {
  revisions: readonly RevisionLine[];
  chosen: number | null;
  onChoose: (revision: number) => void;
}) {
  const [shown, setShown] = useState(STEP);
  const now = new Date();
  const lines = revisions.slice(0, shown);
  return (
    <List
      aria-label="Changes, the latest first"
      sx={{ overflow: 'auto', border: `1px solid ${color('line')}`, borderRadius: '12px', py: 0 }}
    >
      {lines.map((line, i) => {
        const before = lines[i - 1];
        const heading = line.at ? dayOf(line.at, now) : '';
        const isNewDay = line.at !== null && (!before?.at || dayOf(before.at, now) !== heading);
        return (
          <li key={line.revision}>
            {isNewDay && (
              <ListSubheader component="div" sx={{ lineHeight: '30px', background: color('paper') }}>
                {heading}
              </ListSubheader>
            )}
            <ListItemButton
              component="button"
              selected={chosen === line.revision}
              aria-pressed={chosen === line.revision}
              onClick={() => onChoose(line.revision)}
              sx={{
                width: '100%',
                display: 'flex',
                gap: 1,
                alignItems: 'baseline',
                textAlign: 'left',
                fontFamily: 'inherit',
                '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: color('wash') },
              }}
            >
              <Box sx={{ flex: 1, minWidth: 0, fontSize: 14, overflowWrap: 'anywhere' }}>
                {line.words}
                {line.covers > 1 && (
                  <Typography component="span" sx={{ fontSize: 12.5, color: color('soft') }}>
                    {` and ${line.covers - 1} before it`}
                  </Typography>
                )}
                {i === 0 && (
                  <Typography component="span" sx={{ fontSize: 12.5, color: color('plum') }}>
                    {' · now'}
                  </Typography>
                )}
              </Box>
              {line.at && <span className="mono">{clockOf(line.at)}</span>}
            </ListItemButton>
          </li>
        );
      })}
      {shown < revisions.length && (
        <Box component="li" sx={{ p: 1 }}>
          <Button fullWidth onClick={() => setShown(shown + STEP)}>
            {revisions.length - shown} older
          </Button>
        </Box>
      )}
    </List>
  );
}
