import { Box, Button, Typography } from '@mui/material';
import {
  compile,
  counted,
  type ExportOptions,
  figure,
  type Id,
  planRegions,
  type RegionPlan,
  saysSame,
  type Since,
  type SongDocument,
} from '@plucky/core';
import { useMemo, useRef } from 'react';
import {
  downloadUrl,
  type ExportedRegionFace,
  type ExportResult,
  type KeptExports,
} from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { columnsOf, DataTable } from '../../shared/ui/DataTable.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { KeptHandOffs } from './KeptHandOffs.tsx';
import { LossWords } from './LossWords.tsx';
import { BEFORE, type SinceWords, sinceWords, STATE_COLORS, STATE_WORDS } from './since-words.ts';
import { optionsOfResult, useSince } from './useSince.ts';

/** One line of the table: a region that would leave, or one that has left. */
interface Entry {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly startBar: number | null;
  readonly bars: number;
  readonly hits: number;
  /** What has become of it since it left, in words; null while nothing has left or that is not known. */
  readonly since: SinceWords | null;
  readonly left: (ExportedRegionFace & { readonly url: string }) | null;
}

/**
 * The regions: what would leave, each with what has become of it since it left last, or, where all is as it was handed off, what
 * has left, how it differed from the time before, and what the check says.
 */
export function RegionTable({
  options,
  result,
  kept,
  onChoose,
}: {
  options: ExportOptions;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  kept: KeptExports | null;
  onChoose: (exportId: string) => void;
}) {
  const document = useSong();
  const revision = useDocumentState((state) => state.revision);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const since = useSince(document, options, result);
  const asLeft = result !== null && saysSame(inOrder(optionsOfResult(result)), inOrder(options));
  const gone = since && result ? result.regions.filter(({ id }) => !since.has(id)).length : 0;
  const others = since && [...since.values()].filter(({ state }) => state !== 'same').length;
  const isSame = since ? others === 0 && gone === 0 : result?.revision === revision && !unsaved;
  const isAsLeft = asLeft && isSame;
  const entries = useMemo(
    () => (isAsLeft ? leftEntries(result) : plannedEntries(document, options, since, result)),
    [document, options, since, result, isAsLeft],
  );
  const scroller = useRef<HTMLElement>(null);
  return (
    <Box ref={scroller} component="section" aria-label="Regions" sx={{ overflow: 'auto', p: 2, pt: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {counted(entries.length, 'file')} {isAsLeft ? 'ready' : 'would leave'}
        </Typography>
        <CheckWords result={isAsLeft ? result : null} />
        {!isAsLeft && result && others !== null && (
          <Typography
            role="status"
            aria-label="Since then"
            sx={{ fontSize: TEXT.plain, color: color('warn') }}
          >
            {counted(others, 'differs', 'differ')} from hand-off {result.number}
            {gone > 0 && `, ${counted(gone, 'is gone', 'are gone')}`}.
          </Typography>
        )}
        <Box sx={{ flex: 1 }} />
        {kept && result && <KeptHandOffs kept={kept} shown={result} onChoose={onChoose} />}
      </Box>
      <LossWords document={document} options={options} />
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

/** Options with their fields in one order, so that two that say the same are the same. */
function inOrder(options: ExportOptions): unknown {
  return Object.entries(options).sort(([a], [b]) => (a < b ? -1 : 1));
}

function leftEntries(result: ExportResult): Entry[] {
  return result.regions.map((region) => ({
    ...region,
    since: { word: STATE_WORDS[region.state], color: STATE_COLORS[region.state], more: [] },
    left: leftRegion(result, region),
  }));
}

function leftRegion({ exportId }: ExportResult, region: ExportedRegionFace): Entry['left'] {
  return { ...region, url: downloadUrl.region(exportId, region.id) };
}

function plannedEntries(
  document: SongDocument,
  options: ExportOptions,
  since: ReadonlyMap<Id, Since> | null,
  result: ExportResult | null,
): Entry[] {
  const left = new Map(result?.regions.map((region) => [region.id, region]));
  return planRegions(document, options).map((region) => {
    const now = since?.get(region.id);
    const file = now?.state === 'same' ? left.get(region.id) : undefined;
    return {
      ...region,
      hits: compile(document, region.scope, { timing: options.timing }).events.length,
      since: now ? sinceWords(document, now) : left.has(region.id) ? BEFORE : null,
      // What is as it left can be had as it left.
      left: file && result ? leftRegion(result, file) : null,
    };
  });
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
