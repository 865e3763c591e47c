import { Box, Button, Typography } from '@mui/material';
import { compile, planRegions, type ExportOptions, type RegionPlan } from '@plucky/core';
import { useMemo } from 'react';
import { downloadUrl, type ExportedRegionFace, type ExportResult } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { color } from '../../shared/ui/tokens.ts';

/** One line of the table: a region that would leave, or one that has left. */
interface Entry {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly bars: string;
  readonly hits: number;
  readonly left: ExportedRegionFace | null;
}

/** The regions: before the export what would leave, after it what has left, how it differs, and what the check says. */
export function RegionTable({ options, result }: { options: ExportOptions; result: ExportResult | null }) {
  const document = useSong();
  const revision = useDocumentState((state) => state.revision);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const stale = result !== null && (result.revision !== revision || unsaved);
  const planned = useMemo(
    () =>
      planRegions(document, options).map((region): Entry => ({
        ...region,
        bars: barsText(region),
        hits: compile(document, region.scope, { timing: options.timing }).events.length,
        left: null,
      })),
    [document, options],
  );
  const entries = result
    ? result.regions.map((region): Entry => ({ ...region, bars: barsText(region), left: region }))
    : planned;
  return (
    <Box component="section" aria-label="Regions" sx={{ overflow: 'auto', p: 2, pt: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {entries.length} {entries.length === 1 ? 'file' : 'files'} {result ? 'ready' : 'would leave'}
        </Typography>
        <CheckWords result={result} />
        {stale && (
          <Typography role="status" sx={{ fontSize: 13, color: color('warn') }}>
            The song has changed since. Export again to hand off the newest.
          </Typography>
        )}
      </Box>
      {entries.length === 0 ? (
        <Typography sx={{ color: color('soft') }}>
          Nothing to export yet: choose what leaves, or add a section on the sheet.
        </Typography>
      ) : (
        <Table entries={entries} result={result} />
      )}
    </Box>
  );
}

function CheckWords({ result }: { result: ExportResult | null }) {
  if (!result)
    return (
      <Typography sx={{ fontSize: 13, color: color('soft') }}>
        Every file is read back and compared when it is exported.
      </Typography>
    );
  const { events, differences } = result.verified;
  return (
    <Typography
      role="status"
      aria-label="Check"
      sx={{ fontSize: 13.5, fontWeight: 600, color: differences ? color('snare') : color('good') }}
    >
      Read back and compared: {events.toLocaleString('en')} events, {differences}{' '}
      {differences === 1 ? 'difference' : 'differences'}
    </Typography>
  );
}

const STATE_COLORS = { new: 'hat', changed: 'warn', same: 'soft' } as const;
const HEADS = ['Kind', 'Region', 'Bars', 'Hits', 'Since last export', 'Check', 'File'];

function Table({ entries, result }: { entries: readonly Entry[]; result: ExportResult | null }) {
  return (
    <Box
      sx={{
        border: `1px solid ${color('strong')}`,
        borderRadius: '14px',
        overflow: 'hidden',
        background: color('page'),
      }}
    >
      <Box
        component="table"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 13.5,
          '& th': { textAlign: 'left', fontWeight: 500, fontSize: 12.5, color: color('soft'), p: '9px 10px' },
          '& td': { borderTop: `1px solid ${color('line')}`, p: '5px 10px', height: 37 },
        }}
      >
        <thead>
          <tr>
            {HEADS.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {entries.map(({ id, kind, name, bars, hits, left }) => (
            <tr key={id}>
              <Box component="td" sx={{ color: color('soft'), textTransform: 'capitalize' }}>
                {kind}
              </Box>
              <Box component="td" sx={{ fontWeight: 600 }}>
                {name}
              </Box>
              <td className="mono">{bars}</td>
              <td className="mono">{hits.toLocaleString('en')}</td>
              <Box component="td" sx={{ color: left ? color(STATE_COLORS[left.state]) : color('faint') }}>
                {left?.state ?? 'not yet exported'}
              </Box>
              <Box
                component="td"
                sx={{
                  color: left?.differences.length ? color('snare') : left ? color('good') : color('faint'),
                }}
                title={left?.differences.join('\n')}
              >
                {left ? (left.differences.length ? `${left.differences.length} differ` : 'matches') : '–'}
              </Box>
              <td>
                {left && result && (
                  <Button
                    component="a"
                    href={downloadUrl.region(result.exportId, id)}
                    download={left.file}
                    aria-label={`Download ${left.file}`}
                    sx={{ py: 0.1, borderStyle: 'dashed', fontSize: 12.5 }}
                  >
                    .mid
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

function barsText({ startBar, bars }: Pick<RegionPlan, 'startBar' | 'bars'>): string {
  const round = (n: number) => String(Number(n.toFixed(2)));
  if (startBar === null) return `${round(bars)} long`;
  return bars <= 1 ? round(startBar) : `${round(startBar)} to ${round(startBar + bars - 1)}`;
}
