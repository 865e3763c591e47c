import { Box, Button } from '@mui/material';
import type { RegionPlan } from '@plucky/core/midi';
import { figure } from '@plucky/core/time';
import { createContext, use } from 'react';
import { copiesMidi, copyMidi } from '../../shared/midi-clipboard.ts';
import { columnsOf } from '../../shared/ui/DataTable.tsx';
import { notify } from '../../shared/ui/notify.ts';
import { PatternLabel } from '../../shared/ui/PatternFace.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { fileAt } from './files-of.ts';
import type { Entry } from './region-entries.ts';
import { RegionPicture } from './RegionPicture.tsx';
import { slip } from './slip.ts';
import { TickBox } from './TickBox.tsx';

const { accessor, display, columns } = columnsOf<Entry>();

/** The regions of the table, and how they are told to leave or to stay. */
interface Ticks {
  readonly entries: readonly Entry[];
  readonly onTick: (regions: readonly Entry[], leaves: boolean) => void;
}

// By a context, since columns that are made anew would take the focus from what was ticked.
export const RegionTicks = createContext<Ticks>({ entries: [], onTick: () => undefined });

function TickAll() {
  const { entries, onTick } = use(RegionTicks);
  const leaving = entries.filter((one) => one.isTicked).length;
  return (
    <TickBox
      label="All leave"
      isTicked={leaving === entries.length}
      isMixed={leaving > 0 && leaving < entries.length}
      onTick={(leaves) => onTick(entries, leaves)}
    />
  );
}

function TickOne({ entry }: { entry: Entry }) {
  const { onTick } = use(RegionTicks);
  return (
    <TickBox
      label={`${entry.name} leaves`}
      isTicked={entry.isTicked}
      onTick={(leaves) => onTick([entry], leaves)}
    />
  );
}

/** Columns of a region before anything has left. */
const OF_REGION = [
  display({
    id: 'tick',
    header: () => <TickAll />,
    cell: ({ row: { original } }) => <TickOne entry={original} />,
  }),
  accessor('kind', {
    header: 'Kind',
    enableSorting: false,
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
        {getValue()} {original.label && <PatternLabel>{original.label}</PatternLabel>}
      </Box>
    ),
  }),
  display({
    id: 'picture',
    header: '',
    cell: ({ row: { original } }) => <RegionPicture entry={original} />,
  }),
  // A region without a place comes last.
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
    enableSorting: false,
    cell: ({ getValue }) => <span className="mono">{figure(getValue())}</span>,
  }),
] as const;

/** And those of what has left of it. */
const OF_FILE = [
  accessor(({ handOff }) => handOff ?? undefined, {
    id: 'hand-off',
    header: () => <span style={{ whiteSpace: 'nowrap' }}>Hand-off</span>,
    sortUndefined: 'last',
    cell: ({ getValue }) => <span className="mono">{getValue() ?? '–'}</span>,
  }),
  accessor(({ since }) => since?.word, {
    id: 'state',
    header: 'Since then',
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
        <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 1 }}>
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
          {copiesMidi() && (
            <QuietButton
              label={`Copy ${left.file}`}
              title="For a page that takes MIDI files from the clipboard, such as the receiver below"
              onClick={() => void copyRegion(left)}
            >
              Copy
            </QuietButton>
          )}
        </Box>
      ),
  }),
] as const;

export const FIRST_COLUMNS = columns([...OF_REGION]);
export const REGION_COLUMNS = columns([...OF_REGION, ...OF_FILE]);

async function copyRegion({ file, url }: { readonly file: string; readonly url: string }): Promise<void> {
  try {
    await copyMidi(file, fileAt(url));
    notify(`${file} is on the clipboard.`);
  } catch {
    notify(`${file} could not be copied. It can be downloaded.`, { variant: 'error' });
  }
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
