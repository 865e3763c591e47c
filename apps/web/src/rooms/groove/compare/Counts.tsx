import { Typography } from '@mui/material';
import { type Contrast, countByVoice } from '@plucky/core/pattern';
import type { Comparison } from '@plucky/core/play';
import { useMemo } from 'react';
import { columnsOf, DataTable } from '../../../shared/ui/DataTable.tsx';
import { Group } from '../../../shared/ui/Group.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';
import { Unseen } from '../../../shared/ui/Unseen.tsx';
import type { PatternView } from '../pattern-view.ts';
import { CONTRAST_WORDS } from './CompareMarks.tsx';

const CONTRASTS = Object.keys(CONTRAST_WORDS) as Contrast[];

type Counted = ReturnType<typeof countByVoice> extends ReadonlyMap<string, infer C> ? C : never;
const { accessor, columns: columnsFrom } = columnsOf<{
  readonly id: string;
  readonly name: string;
  readonly count: Counted;
}>();

function columnsFor(used: readonly Contrast[]) {
  return columnsFrom([
    accessor('name', { header: () => <Unseen>Row</Unseen>, enableSorting: false }),
    ...used.map((contrast) => {
      const { word, mark } = CONTRAST_WORDS[contrast];
      return accessor(({ count }) => count[contrast], {
        id: contrast,
        enableSorting: false,
        header: () => (
          <span title={word} aria-label={word} role="img" style={{ color: color('plum') }}>
            {mark}
          </span>
        ),
        cell: ({ getValue }) => <span className="mono">{getValue() || ''}</span>,
      });
    }),
  ]);
}

/** Number of differences of each kind, by row. */
export function Counts({ view, comparison }: { view: PatternView; comparison: Comparison }) {
  const counts = useMemo(() => countByVoice(comparison.differences), [comparison]);
  const used = useMemo(
    () => CONTRASTS.filter((contrast) => [...counts.values()].some((count) => count[contrast] > 0)),
    [counts],
  );
  const columns = useMemo(() => columnsFor(used), [used]);
  const rows = useMemo(() => {
    const voices = new Map(view.rows.map((row) => [row.voice.id, row.voice.name]));
    return [...voices].flatMap(([id, name]) => {
      const count = counts.get(id);
      return count ? [{ id, name, count }] : [];
    });
  }, [view.rows, counts]);
  return (
    <Group title="From A to B, by row">
      {counts.size === 0 ? (
        <Typography role="status" sx={{ fontSize: TEXT.plain }}>
          No difference.
        </Typography>
      ) : (
        <DataTable label="Differences by row" columns={columns} data={rows} rowHead="name" dense />
      )}
      {used.length > 0 && (
        <Typography variant="caption" component="p" sx={{ mt: 0.5 }}>
          {used
            .map((contrast) => `${CONTRAST_WORDS[contrast].mark} ${CONTRAST_WORDS[contrast].word}`)
            .join(' · ')}
        </Typography>
      )}
      {comparison.unmatched > 0 && (
        <Typography sx={{ fontSize: TEXT.note, mt: 0.5, color: color('warn') }}>
          {comparison.unmatched} notes of {comparison.name} have no row here.
        </Typography>
      )}
    </Group>
  );
}
