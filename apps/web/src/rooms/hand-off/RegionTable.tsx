import { Box, Button, Typography } from '@mui/material';
import {
  compile,
  counted,
  type ExportOptions,
  figure,
  planRegions,
  type RegionPlan,
  type SongDocument,
} from '@plucky/core';
import { useMemo, useRef } from 'react';
import { downloadUrl, type ExportedRegionFace, type ExportResult } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { columnsOf, DataTable } from '../../shared/ui/DataTable.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

/** One line of the table: a region that would leave, or one that has left. */
interface Entry {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly startBar: number | null;
  readonly bars: number;
  readonly hits: number;
  readonly left: (ExportedRegionFace & { readonly url: string }) | null;
}

/** The regions: before the export what would leave, after it what has left, how it differs, and what the check says. */
export function RegionTable({ options, result }: { options: ExportOptions; result: ExportResult | null }) {
  const document = useSong();
  const revision = useDocumentState((state) => state.revision);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const stale = result !== null && (result.revision !== revision || unsaved);
  const entries = useMemo(
    () => (result ? leftEntries(result) : plannedEntries(document, options)),
    [document, options, result],
  );
  const scroller = useRef<HTMLElement>(null);
  return (
    <Box ref={scroller} component="section" aria-label="Regions" sx={{ overflow: 'auto', p: 2, pt: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {counted(entries.length, 'file')} {result ? 'ready' : 'would leave'}
        </Typography>
        <CheckWords result={result} />
        {stale && (
          <Typography role="status" sx={{ fontSize: TEXT.plain, color: color('warn') }}>
            The song has changed since. Export again to hand off the newest.
          </Typography>
        )}
      </Box>
      {entries.length === 0 ? (
        <Typography sx={{ color: color('soft') }}>
          Nothing to export yet: choose what leaves, or add a section on the sheet.
        </Typography>
      ) : (
        <Box sx={{ border: `1px solid ${color('strong')}`, borderRadius: '14px', background: color('page') }}>
          <DataTable label="Regions" columns={COLUMNS} data={entries} scroller={scroller} />
        </Box>
      )}
    </Box>
  );
}

function leftEntries({ exportId, regions }: ExportResult): Entry[] {
  return regions.map((region) => ({
    ...region,
    left: { ...region, url: downloadUrl.region(exportId, region.id) },
  }));
}

function plannedEntries(document: SongDocument, options: ExportOptions): Entry[] {
  return planRegions(document, options).map((region) => ({
    ...region,
    hits: compile(document, region.scope, { timing: options.timing }).events.length,
    left: null,
  }));
}

function CheckWords({ result }: { result: ExportResult | null }) {
  if (!result)
    return (
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
        Every file is read back and compared when it is exported.
      </Typography>
    );
  const { events, differences } = result.verified;
  return (
    <Typography
      role="status"
      aria-label="Check"
      sx={{ fontSize: TEXT.control, fontWeight: 600, color: differences ? color('snare') : color('good') }}
    >
      Read back and compared: {counted(events, 'event')}, {counted(differences, 'difference')}
    </Typography>
  );
}

const STATE_COLORS = { new: 'hat', changed: 'warn', same: 'soft' } as const;

const { accessor, display, columns } = columnsOf<Entry>();
const COLUMNS = columns([
  accessor('kind', {
    header: 'Kind',
    cell: ({ getValue }) => (
      <Box component="span" sx={{ color: color('soft'), textTransform: 'capitalize' }}>
        {getValue()}
      </Box>
    ),
  }),
  accessor('name', { header: 'Region', cell: ({ getValue }) => <b>{getValue()}</b> }),
  // What has no place comes last.
  accessor(({ startBar }) => startBar ?? undefined, {
    id: 'bars',
    header: 'Bars',
    sortUndefined: 'last',
    cell: ({ row }) => <span className="mono">{barsText(row.original)}</span>,
  }),
  accessor('hits', {
    header: 'Hits',
    cell: ({ getValue }) => <span className="mono">{figure(getValue())}</span>,
  }),
  accessor(({ left }) => left?.state, {
    id: 'state',
    header: 'Since last export',
    cell: ({
      row: {
        original: { left },
      },
    }) => (
      <Box component="span" sx={{ color: color(left ? STATE_COLORS[left.state] : 'faint') }}>
        {left?.state ?? 'not yet exported'}
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
          sx={{ py: 0.1, borderStyle: 'dashed', fontSize: TEXT.note }}
        >
          .mid
        </Button>
      ),
  }),
]);

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
