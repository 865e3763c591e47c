import { Box, Typography } from '@mui/material';
import { memo } from 'react';
import { chooseRow, toggleListening, useSession } from '../../session/store.ts';
import { color } from '../../ui/tokens.ts';
import type { Row } from './view.ts';

/** The names of the rows, with mute and solo for listening. */
export const RowLabels = memo(function RowLabels({
  rows,
  rowHeight,
  width,
  top,
  bottom,
}: {
  rows: readonly Row[];
  rowHeight: number;
  width: number;
  top: number;
  bottom: number;
}) {
  const caretRow = useSession((session) => session.caret?.row);
  return (
    <Box
      sx={{
        position: 'sticky',
        left: 0,
        zIndex: 2,
        width,
        flexShrink: 0,
        background: color('page'),
        pt: `${top}px`,
        height: 'fit-content',
      }}
    >
      {rows.map((row) => (
        <Box
          key={row.key}
          sx={{
            height: rowHeight,
            display: 'flex',
            alignItems: 'center',
            pl: 1.75,
            gap: 0.4,
            background: row.key === caretRow ? color('wash') : 'transparent',
          }}
        >
          <Box
            component="button"
            aria-label={`Row ${row.name}`}
            aria-pressed={row.key === caretRow}
            onClick={() => chooseRow(row.key)}
            sx={{
              flex: 1,
              minWidth: 0,
              border: 0,
              p: 0,
              background: 'none',
              color: 'inherit',
              font: 'inherit',
              textAlign: 'left',
              cursor: 'pointer',
              lineHeight: 1.2,
            }}
          >
            <Typography noWrap sx={{ fontSize: 13, fontWeight: 600, lineHeight: 1.2 }}>
              {row.name}
            </Typography>
            {rowHeight >= 34 && (
              <Typography noWrap sx={{ fontSize: 11, color: color('faint'), lineHeight: 1.2 }}>
                {row.detail}
              </Typography>
            )}
          </Box>
          {row.pitch === 0 && <Listening row={row} />}
        </Box>
      ))}
      <Box sx={{ height: bottom, pl: 1.75, pt: 0.4, fontSize: 12.5, fontWeight: 600, color: color('soft') }}>
        Accent
      </Box>
    </Box>
  );
});

function Listening({ row }: { row: Row }) {
  const mutes = useSession((session) => session.mutes);
  const solos = useSession((session) => session.solos);
  const { id, name } = row.voice;
  return (
    <>
      <Toggle
        label={`Mute ${name}`}
        letter="M"
        on={mutes.has(id)}
        onClick={() => toggleListening('mutes', id)}
      />
      <Toggle
        label={`Solo ${name}`}
        letter="S"
        on={solos.has(id)}
        onClick={() => toggleListening('solos', id)}
      />
    </>
  );
}

function Toggle({
  label,
  letter,
  on,
  onClick,
}: {
  label: string;
  letter: string;
  on: boolean;
  onClick: () => void;
}) {
  return (
    <Box
      component="button"
      title={label}
      aria-label={label}
      aria-pressed={on}
      onClick={onClick}
      sx={{
        width: 24,
        height: 24,
        flexShrink: 0,
        p: 0,
        borderRadius: '50%',
        border: `1px solid ${on ? color('plum') : color('strong')}`,
        background: on ? color('plum') : 'transparent',
        color: on ? color('on-plum') : color('soft'),
        font: '600 11px Figtree Variable',
        cursor: 'pointer',
      }}
    >
      {letter}
    </Box>
  );
}
