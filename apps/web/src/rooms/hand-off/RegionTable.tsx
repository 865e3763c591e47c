import { Box, Typography } from '@mui/material';
import { type ExportOptions, omit, saysSame, type SongDocument } from '@plucky/core/song';
import { counted } from '@plucky/core/time';
import { useMemo, useRef } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { ExportResult, KeptExports } from '../../api/client.ts';
import { useDocumentState, useSong } from '../../document/context.tsx';
import { DataTable } from '../../shared/ui/DataTable.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { KeptHandOffs } from './KeptHandOffs.tsx';
import { LossWords } from './LossWords.tsx';
import { REGION_COLUMNS, RegionTicks } from './region-columns.tsx';
import { type Entry, regionEntries, ticked } from './region-entries.ts';
import { optionsOfResult, useSince } from './useSince.ts';

/**
 * The regions that could leave, each with what has become of it since it left last, or, where all is as it was handed off, how
 * it differed from the time before, and what the check says.
 */
export function RegionTable(asked: Asked) {
  const document = useSong();
  const since = useSince(document, asked.options, asked.result);
  return <Regions {...asked} document={document} since={since} />;
}

interface Asked {
  form: UseFormReturn<ExportOptions>;
  /** Present options of the form. */
  options: ExportOptions;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  kept: KeptExports | null;
  onChoose: (exportId: string) => void;
}

function Regions({
  document,
  form,
  options,
  result,
  kept,
  since,
  onChoose,
}: Asked & { document: SongDocument; since: ReturnType<typeof useSince> }) {
  const revision = useDocumentState((state) => state.revision);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  const gone = since && result ? result.regions.filter(({ id }) => !since.has(id)).length : 0;
  const others = since && [...since.values()].filter(({ state }) => state !== 'same').length;
  const isSame = since ? others === 0 && gone === 0 : result?.revision === revision && !unsaved;
  const isAsLeft = isSame && result !== null && saysSame(howOf(optionsOfResult(result)), howOf(options));
  const entries = useMemo(
    () => regionEntries(document, options, result, since, isAsLeft),
    [document, options, result, since, isAsLeft],
  );
  const ticks = useMemo(
    () => ({
      entries,
      onTick: (regions: readonly Entry[], leaves: boolean) =>
        form.setValue('ticks', ticked(document, options, regions, leaves), { shouldDirty: true }),
    }),
    [entries, document, options, form],
  );
  const leaving = entries.filter((one) => one.isTicked).length;
  const scroller = useRef<HTMLElement>(null);
  return (
    <Box ref={scroller} component="section" aria-label="Regions" sx={{ overflow: 'auto', p: 2, pt: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {counted(leaving, 'file')} {isAsLeft ? 'ready' : 'would leave'}
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
          <RegionTicks value={ticks}>
            <DataTable label="Regions" columns={REGION_COLUMNS} data={entries} scroller={scroller} />
          </RegionTicks>
        </Box>
      )}
    </Box>
  );
}

/**
 * Options that decide the bytes of files, with fields in one order so that equal ones have one text; the regions tell which
 * leave.
 */
function howOf(options: ExportOptions): unknown {
  return Object.entries(omit(options, 'ticks')).sort(([a], [b]) => (a < b ? -1 : 1));
}

function CheckWords({ result }: { result: ExportResult | null }) {
  if (!result)
    return (
      <Typography sx={{ fontSize: TEXT.plain, color: color('soft') }}>
        Every file is read back when it is exported, and all that it says is compared, in its order. What a
        program plays of it is not checked.
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
