import { Box, ListItemButton, ListSubheader, Typography } from '@mui/material';
import { LongList } from '../../shared/ui/LongList.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { dayOf, type RevisionLine, secondOf } from './revisions.ts';

export function RevisionList({
  revisions,
  chosen,
  onChoose,
}: {
  revisions: readonly RevisionLine[];
  chosen: number | null;
  onChoose: (revision: number) => void;
}) {
  const now = new Date();
  return (
    <LongList
      label="Changes, the latest first"
      count={revisions.length}
      height={44}
      sx={{ border: `1px solid ${color('line')}`, borderRadius: '12px' }}
      line={(i) => {
        const line = revisions[i];
        if (!line) return null;
        const before = revisions[i - 1];
        const heading = line.at ? dayOf(line.at, now) : '';
        const isNewDay = line.at !== null && (!before?.at || dayOf(before.at, now) !== heading);
        return (
          <>
            {isNewDay && (
              <ListSubheader component="div" sx={{ lineHeight: '30px', background: color('paper') }}>
                {heading}
              </ListSubheader>
            )}
            <RevisionButton
              line={line}
              isNow={i === 0}
              chosen={chosen === line.revision}
              onChoose={() => onChoose(line.revision)}
            />
          </>
        );
      }}
    />
  );
}

function RevisionButton({
  line,
  isNow,
  chosen,
  onChoose,
}: {
  line: RevisionLine;
  isNow: boolean;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <ListItemButton
      component="button"
      selected={chosen}
      aria-pressed={chosen}
      onClick={onChoose}
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
      <Box sx={{ flex: 1, minWidth: 0, fontSize: TEXT.field, overflowWrap: 'anywhere' }}>
        {line.words}
        {line.covers > 1 && (
          <Typography component="span" sx={{ fontSize: TEXT.note, color: color('soft') }}>
            {` and ${line.covers - 1} before it`}
          </Typography>
        )}
        {isNow && (
          <Typography component="span" sx={{ fontSize: TEXT.note, color: color('plum') }}>
            {' · now'}
          </Typography>
        )}
      </Box>
      {line.at && <span className="mono">{secondOf(line.at)}</span>}
    </ListItemButton>
  );
}
