import { Box, Typography } from '@mui/material';
import { memo, type ReactNode } from 'react';
import { chooseRow, openPanel, useGroove } from '../../../session/groove.ts';
import { Listening, LISTENING_WHEN_POINTED_AT } from '../../../session/Listening.tsx';
import { useSession } from '../../../session/store.ts';
import { withKeys } from '../../../shared/keys/command.ts';
import { STEP, stepMarked } from '../../../shared/keys/step-marked.ts';
import { KeyCap } from '../../../shared/ui/KeyCap.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { QuietButton } from '../../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';
import { PATTERN_COMMANDS } from '../actions/groove-commands.ts';
import type { Row } from '../pattern-view.ts';
import { tapKeyOf } from '../recording/tap-keys.ts';
import { ACCENTS, heightOf, LABELS, type Layout, RULER } from './layout.ts';

const RangeChoice = later(async () => (await import('./RangeChoice.tsx')).RangeChoice);

/** The names of the rows, with mute and solo for listening, and the ways to the kit and to a reference. */
export const RowLabels = memo(function RowLabels({
  rows,
  drums,
  layout,
  fold,
  lanes,
  reference,
}: {
  rows: readonly Row[];
  drums: boolean;
  layout: Layout;
  /** The line of the rows that are folded away, where there are any. */
  fold: ReactNode;
  lanes: number;
  /** The words of a reference; null where there is none. */
  reference: ReactNode;
}) {
  return (
    <Box
      sx={{
        position: 'sticky',
        left: 0,
        zIndex: 2,
        width: LABELS,
        flexShrink: 0,
        background: color('page'),
        height: 'fit-content',
      }}
      onKeyDown={stepMarked}
    >
      <Box sx={{ height: RULER, pl: 1.75, pt: 0.75 }}>
        {!drums && <RangeChoice />}
        {drums && (
          <QuietButton
            title={withKeys('Rows, sounds and notes of the kit', PATTERN_COMMANDS.kit)}
            onClick={() => openPanel('kit')}
          >
            Kit…
          </QuietButton>
        )}
      </Box>
      <Labels rows={rows} layout={layout} />
      {fold}
      <Box sx={{ height: lanes, pl: 1.75, fontSize: TEXT.note, fontWeight: 600, color: color('soft') }}>
        <Box
          sx={{
            height: ACCENTS,
            display: 'flex',
            alignItems: 'center',
            justifyContent: 'space-between',
            pr: 1,
          }}
        >
          Accent
          {drums && !reference && (
            <QuietButton
              title="Import a bass, drums or any part to hold the rows against"
              onClick={() => openPanel('reference')}
            >
              Reference…
            </QuietButton>
          )}
        </Box>
        {reference}
      </Box>
    </Box>
  );
});

const Labels = memo(function Labels({ rows, layout }: { rows: readonly Row[]; layout: Layout }) {
  const recording = useSession((session) => session.recording);
  const caret = useGroove((session) => session.caret?.row);
  const stop = (rows.find(({ key }) => key === caret) ?? rows.at(-1))?.key;
  return rows.map((row, i) => (
    <Label
      key={row.key}
      row={row}
      height={heightOf(layout, i)}
      isStop={row.key === stop}
      tapKey={recording ? rows.length - 1 - i : null}
    />
  ));
});

/** The name of one row; drawn anew only when it is itself chosen or let go. */
const Label = memo(function Label({
  row,
  height,
  isStop,
  tapKey,
}: {
  row: Row;
  height: number;
  /** True for the one at which the Tab key stops; arrows go on from there. */
  isStop: boolean;
  /** Which of the tap keys plays it while a take is recorded; null otherwise. */
  tapKey: number | null;
}) {
  const on = useGroove(({ rows, caret }) => (rows.size ? rows.has(row.key) : row.key === caret?.row));
  return (
    <Box
      sx={{
        height,
        display: 'flex',
        alignItems: 'center',
        pl: 1.75,
        gap: 0.4,
        background: on ? color('wash') : 'transparent',
        ...(on ? {} : LISTENING_WHEN_POINTED_AT),
      }}
    >
      <Box
        component="button"
        {...STEP}
        tabIndex={isStop ? 0 : -1}
        aria-pressed={on}
        onClick={(event) => chooseRow(row.key, event.shiftKey || event.ctrlKey || event.metaKey)}
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
        <Typography noWrap sx={{ fontSize: TEXT.plain, fontWeight: 600, lineHeight: 1.2 }}>
          <Unseen>Row </Unseen>
          {row.isOutside ? <em>{row.name}</em> : row.name}
          <Unseen>, {row.isOutside ? 'outside the key' : ''}</Unseen>
        </Typography>
        {height >= 34 && (
          <Typography noWrap sx={{ fontSize: TEXT.tiny, color: color('faint'), lineHeight: 1.2 }}>
            {row.detail}
          </Typography>
        )}
      </Box>
      {tapKey === null ? (
        row.pitch === 0 && <Listening voice={row.voice} isStop={isStop} />
      ) : (
        <TapKey index={tapKey} />
      )}
    </Box>
  );
});

/** The key that plays a row while a take is recorded. */
function TapKey({ index }: { index: number }) {
  const key = tapKeyOf(index);
  return key ? (
    <Box sx={{ pr: 1.5 }}>
      <KeyCap>{key.toUpperCase()}</KeyCap>
    </Box>
  ) : null;
}
