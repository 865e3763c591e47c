import { Box, Typography } from '@mui/material';
import type { OccurrencePlace } from '@plucky/core/form';
import { type BarFigures, type LaidOver as Laid, layOver } from '@plucky/core/play';
import type { Id } from '@plucky/core/song';
import { useMemo, useState } from 'react';
import { Chart, type ChartOption } from '../../shared/ui/Chart.tsx';
import { Select } from '../../shared/ui/Select.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { barChart, hitBars, stepLine } from './bar-chart.ts';

const HEIGHT = 84;

/** The chosen section with another one laid over it, bar by bar from the first of each, with figures. */
export function LaidOver({
  course,
  places,
  chosen,
}: {
  course: readonly BarFigures[];
  places: readonly OccurrencePlace[];
  chosen: Id | null;
}) {
  const [over, setOver] = useState<Id>('');
  const laid = useMemo(
    () => (chosen !== null && over ? layOver(course, chosen, over) : null),
    [course, chosen, over],
  );
  const option = useMemo(() => laid && chartOf(laid), [laid]);
  const nameOf = (id: Id | null) => {
    const place = places.find(({ occurrence }) => occurrence.id === id);
    return place ? `${place.section.name}, bar ${Math.floor(place.firstBar)}` : '';
  };
  if (!nameOf(chosen) || places.length < 2) return null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', py: 0.25 }}>
      <Select
        bare
        label={`Laid over ${nameOf(chosen)}`}
        value={nameOf(over) ? over : ''}
        options={[
          { value: '', label: 'Lay nothing over it' },
          ...places
            .filter(({ occurrence }) => occurrence.id !== chosen)
            .map(({ occurrence }) => ({ value: occurrence.id, label: `Lay over: ${nameOf(occurrence.id)}` })),
        ]}
        onChange={setOver}
        sx={{ flex: 'none', '& .MuiSelect-select': { py: 0.35, fontSize: TEXT.note } }}
      />
      {laid && option && (
        <>
          <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
            {wordsOf(laid, nameOf(chosen), nameOf(over))}
          </Typography>
          <Chart option={option} height={HEIGHT} />
        </>
      )}
    </Box>
  );
}

function wordsOf({ means: [first, second], farthest }: Laid, one: string, other: string): string {
  const told = (name: string, { hits, loudness }: typeof first) =>
    `${name}: ${hits.toFixed(1)} hits a beat, ${loudness.toFixed(1)} loud`;
  const apart =
    farthest === null ? 'equally loud in every bar' : `farthest apart in the ${nth(farthest)} bar of each`;
  return `${told(one, first)} (solid) · ${told(other, second)} (dashed) · ${apart}`;
}

const ENDINGS = ['th', 'st', 'nd', 'rd'];

function nth(n: number): string {
  const isTeen = n % 100 > 10 && n % 100 < 14;
  return `${n}${(isTeen ? undefined : ENDINGS[n % 10]) ?? 'th'}`;
}

function chartOf({ first, second }: Laid): ChartOption {
  const hits = (of: readonly BarFigures[], ink: string) => ({
    ...hitBars(
      of.map((one) => one.hits),
      ink,
    ),
    barGap: '0%',
  });
  const loudness = (of: readonly BarFigures[], type: 'solid' | 'dashed') =>
    stepLine(
      of.map((one) => one.loudness),
      { color: color('plum'), width: 1.6, type },
    );
  return barChart(Math.max(first.length, second.length), 4, [
    hits(first, color('wash')),
    hits(second, color('line')),
    loudness(first, 'solid'),
    loudness(second, 'dashed'),
  ]);
}
