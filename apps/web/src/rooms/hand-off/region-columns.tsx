import { Box, Button, Checkbox } from '@mui/material';
import { figure, type RegionPlan } from '@plucky/core';
import { columnsOf } from '../../shared/ui/DataTable.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import type { Entry } from './region-entries.ts';
import { slip } from './slip.ts';

const { accessor, display, columns } = columnsOf<Entry>();

/** The columns of the regions; `onTick` is told which of them are to leave or to stay. */
export function regionColumns(
  entries: readonly Entry[],
  onTick: (regions: readonly Entry[], leaves: boolean) => void,
) {
  const leaving = entries.filter((one) => one.isTicked).length;
  return columns([
    display({
      id: 'tick',
      header: () => (
        <Tick
          label="All leave"
          isTicked={leaving === entries.length}
          isMixed={leaving > 0 && leaving < entries.length}
          onTick={(leaves) => onTick(entries, leaves)}
        />
      ),
      cell: ({ row: { original } }) => (
        <Tick
          label={`${original.name} leaves`}
          isTicked={original.isTicked}
          onTick={(leaves) => onTick([original], leaves)}
        />
      ),
    }),
    accessor('kind', {
      header: 'Kind',
      cell: ({ getValue }) => (
        <Box component="span" sx={{ color: color('soft'), textTransform: 'capitalize' }}>
          {getValue()}
        </Box>
      ),
    }),
    accessor('name', {
      header: 'Region',
      cell: ({ getValue, row: { original } }) => (
        <Box component="b" sx={original.isTicked ? {} : { fontWeight: 400, color: color('faint') }}>
          {getValue()}
        </Box>
      ),
    }),
    // What has no place comes last.
    accessor(({ startBar }) => startBar ?? undefined, {
      id: 'bars',
      header: 'Bars',
      sortUndefined: 'last',
      cell: ({ row }) => (
        <Box component="span" className="mono" sx={{ whiteSpace: 'nowrap' }}>
          {barsText(row.original)}
        </Box>
      ),
    }),
    accessor('hits', {
      header: 'Hits',
      cell: ({ getValue }) => <span className="mono">{figure(getValue())}</span>,
    }),
    accessor(({ since }) => since?.word, {
      id: 'state',
      header: 'Since last hand-off',
      cell: ({
        row: {
          original: { since },
        },
      }) => (
        <Box
          component="span"
          sx={{ color: color(since?.color ?? 'faint'), whiteSpace: 'normal' }}
          title={since?.more.join('\n') ?? ''}
        >
          {since?.word ?? 'not yet handed off'}
        </Box>
      ),
    }),
    accessor(({ left }) => left?.differences.length, {
      id: 'check',
      header: 'Check',
      cell: ({
        row: {
          original: { left },
        },
      }) => <CheckOf left={left} />,
    }),
    display({
      id: 'file',
      header: 'File',
      cell: ({
        row: {
          original: { left },
        },
      }) =>
        left && (
          <Button
            component="a"
            href={left.url}
            download={left.file}
            aria-label={`Download ${left.file}`}
            title="Press to download it, or drag it out of the page"
            draggable
            onDragStart={(event) => slip(event.dataTransfer, left)}
            sx={{ py: 0.1, borderStyle: 'dashed', fontSize: TEXT.note, cursor: 'grab' }}
          >
            .mid
          </Button>
        ),
    }),
  ]);
}

function Tick({
  label,
  isTicked,
  isMixed = false,
  onTick,
}: {
  label: string;
  isTicked: boolean;
  isMixed?: boolean;
  onTick: (leaves: boolean) => void;
}) {
  return (
    <Checkbox
      size="small"
      checked={isTicked}
      indeterminate={isMixed}
      onChange={(_, next) => onTick(next)}
      slotProps={{ input: { 'aria-label': label } }}
      sx={{ p: 0.5, '&.Mui-checked, &.MuiCheckbox-indeterminate': { color: color('plum') } }}
    />
  );
}

function CheckOf({ left }: Pick<Entry, 'left'>) {
  if (!left)
    return (
      <Box component="span" sx={{ color: color('faint') }}>
        –
      </Box>
    );
  const { differences } = left;
  return (
    <Box
      component="span"
      sx={{ color: color(differences.length ? 'snare' : 'good') }}
      title={differences.join('\n')}
    >
      {differences.length ? `${differences.length} differ` : 'matches'}
    </Box>
  );
}

function barsText({ startBar, bars }: Pick<RegionPlan, 'startBar' | 'bars'>): string {
  if (startBar === null) return `${figure(bars)} long`;
  return bars <= 1 ? figure(startBar) : `${figure(startBar)} to ${figure(startBar + bars - 1)}`;
}
