import { Box, Typography } from '@mui/material';
import { leavingRegions } from '@plucky/core/midi';
import { type ExportOptions, type Id, saysSame, type SongDocument } from '@plucky/core/song';
import { counted, figure } from '@plucky/core/time';
import { useMemo, useRef } from 'react';
import type { ExportResult, KeptExports } from '../../api/client.ts';
import { useDocumentState } from '../../document/context.tsx';
import { DataTable } from '../../shared/ui/DataTable.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { KeptHandOffs } from './KeptHandOffs.tsx';
import { leftRegions } from './left-regions.ts';
import { LossWords } from './LossWords.tsx';
import { FIRST_COLUMNS, REGION_COLUMNS, RegionTicks } from './region-columns.tsx';
import { type Entry, regionEntries } from './region-entries.ts';
import { optionsOfResult, type SinceOf } from './useSince.ts';
import { choose } from './which-leave.ts';

interface Asked {
  document: SongDocument;
  /** Present options of the form. */
  options: ExportOptions;
  /** The hand-off that is looked at. */
  result: ExportResult | null;
  kept: KeptExports | null;
  since: SinceOf | null;
  /** The regions that leave; null while they are not known. */
  chosen: ReadonlySet<Id> | null;
  onChoose: (exportId: string) => void;
}

const NONE: ReadonlySet<Id> = new Set();

/**
 * The regions that could leave, each with what has become of it since it left last, or, where all is as it was handed off, how
 * it differed from the time before, and what the check says.
 */
export function RegionTable({ document, options, result, kept, since, chosen, onChoose }: Asked) {
  const isAsLeft = useIsAsLeft(document, options, result, since);
  const leaving = chosen ?? NONE;
  const entries = useMemo(
    () => regionEntries(document, options, result, since, leaving, isAsLeft),
    [document, options, result, since, leaving, isAsLeft],
  );
  const ticks = useMemo(
    () => ({
      entries,
      onTick: (regions: readonly Entry[], leaves: boolean) => choose(leaving, regions, leaves),
    }),
    [entries, leaving],
  );
  const scroller = useRef<HTMLElement>(null);
  return (
    <Box ref={scroller} component="section" aria-label="Regions" sx={{ overflow: 'auto', p: 2, pt: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
        <Typography variant="h2">
          {isAsLeft && result
            ? `${counted(result.regions.length, 'file')} ready`
            : `${chosen ? counted(leaving.size, 'file') : 'Some files'} would leave`}
        </Typography>
        <CheckWords result={isBySameOptions(result, options) ? result : null} />
        {!isAsLeft && result && since && <SinceThen {...{ entries, since, result }} />}
        <Box sx={{ flex: 1 }} />
        {kept && result && <KeptHandOffs kept={kept} shown={result} onChoose={onChoose} />}
      </Box>
      <LossWords {...{ document, options, leaving }} />
      {entries.length === 0 ? (
        <Typography sx={{ color: color('soft') }}>
          Nothing to export yet: choose what leaves, or add a section on the sheet.
        </Typography>
      ) : (
        <Box sx={{ border: `1px solid ${color('strong')}`, borderRadius: '14px', background: color('page') }}>
          <RegionTicks value={ticks}>
            <DataTable
              label="Regions"
              columns={result ? REGION_COLUMNS : FIRST_COLUMNS}
              data={entries}
              scroller={scroller}
            />
          </RegionTicks>
        </Box>
      )}
    </Box>
  );
}

/** True for a hand-off that was made by these options. */
function isBySameOptions(result: ExportResult | null, options: ExportOptions): boolean {
  return result !== null && saysSame(howOf(optionsOfResult(result)), howOf(options));
}

/** True where the other side has the whole song as it is, by the same options. */
function useIsAsLeft(
  song: SongDocument,
  options: ExportOptions,
  result: ExportResult | null,
  since: SinceOf | null,
): boolean {
  const revision = useDocumentState((state) => state.revision);
  const unsaved = useDocumentState((state) => state.document !== state.saved);
  if (!result || !isBySameOptions(result, options)) return false;
  if (!since) return result.revision === revision && !unsaved && !result.earlier.length;
  const isSame = leavingRegions(song, options).every(({ id }) => since.get(id)?.state === 'same');
  return isSame && goneFrom(result, since) === 0;
}

/** Number of files at the other side whose regions are not among those that could leave. */
function goneFrom(result: ExportResult, since: SinceOf): number {
  return [...leftRegions(result).keys()].filter((id) => !since.has(id)).length;
}

/** Options that decide the bytes of files, with fields in one order so that equal ones have one text. */
function howOf(options: ExportOptions): unknown {
  return Object.entries(options).sort(([a], [b]) => (a < b ? -1 : 1));
}

/** Words for what differs from a hand-off, what of it stays here, and what is gone from the song. */
function SinceThen({
  entries,
  since,
  result,
}: {
  entries: readonly Entry[];
  since: SinceOf;
  result: ExportResult;
}) {
  const left = leftRegions(result);
  const others = entries.filter(
    ({ id, isTicked, isBehind }) => since.get(id)?.state !== 'same' && (isTicked || isBehind || left.has(id)),
  ).length;
  const behind = entries.filter(({ isBehind }) => isBehind).length;
  const gone = goneFrom(result, since);
  const words = [
    `${counted(others, 'differs', 'differ')} from hand-off ${result.number}`,
    ...(behind
      ? [`${behind < others ? `${figure(behind)} of them ` : ''}${behind === 1 ? 'stays' : 'stay'} here`]
      : []),
    ...(gone ? [counted(gone, 'is gone', 'are gone')] : []),
  ];
  return (
    <Typography role="status" aria-label="Since then" sx={{ fontSize: TEXT.plain, color: color('warn') }}>
      {words.join(', ')}.
    </Typography>
  );
}

function CheckWords({ result }: { result: ExportResult | null }) {
  if (!result)
    return (
      <Typography
        title="All that a file says is compared, in its order. What a program plays of it is not checked."
        sx={{ fontSize: TEXT.plain, color: color('soft') }}
      >
        Each is read back and compared.
      </Typography>
    );
  const { events, differences } = result.verified;
  return (
    <Typography
      role="status"
      aria-label="Check"
      sx={{ fontSize: TEXT.control, fontWeight: 600, color: differences ? color('snare') : color('good') }}
    >
      {counted(events, 'event')} read back, {counted(differences, 'difference')}
    </Typography>
  );
}
