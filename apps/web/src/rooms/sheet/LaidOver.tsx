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

/**
 * The chosen sections with as many others laid over them, from one that is asked for on, bar by bar from the first of each,
 * with figures.
 */
export function LaidOver({
  course,
  places,
  chosen,
}: {
  course: readonly BarFigures[];
  places: readonly OccurrencePlace[];
  chosen: readonly Id[];
}) {
  const [over, setOver] = useState<Id>('');
  const laid = useMemo(
    () => (over ? layOver(course, chosen, asManyFrom(places, over, chosen.length)) : null),
    [course, places, chosen, over],
  );
  const option = useMemo(() => laid && chartOf(laid), [laid]);
  const [first = ''] = chosen;
  const nameOf = (id: Id) => {
    const [place, ...more] = asManyFrom(places, id, chosen.length).map((one) =>
      places.find(({ occurrence }) => occurrence.id === one),
    );
    if (!place) return '';
    const last = more.at(-1);
    const bar = `bar ${Math.floor(place.firstBar)}`;
    return last ? `${place.section.name} to ${last.section.name}, ${bar}` : `${place.section.name}, ${bar}`;
  };
  if (!nameOf(first) || places.length < 2) return null;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', py: 0.25 }}>
      <Select
        bare
        label={`Laid over ${nameOf(first)}`}
        value={nameOf(over) ? over : ''}
        options={[
          { value: '', label: 'Lay nothing over it' },
          ...places
            .filter(({ occurrence }) => occurrence.id !== first)
            .map(({ occurrence }) => ({ value: occurrence.id, label: `Lay over: ${nameOf(occurrence.id)}` })),
        ]}
        onChange={setOver}
        sx={{ flex: 'none', '& .MuiSelect-select': { py: 0.35, fontSize: TEXT.note } }}
      />
      {laid && option && (
        <>
          <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
            {wordsOf(laid, nameOf(first), nameOf(over))}
          </Typography>
          <Chart option={option} height={HEIGHT} />
        </>
      )}
    </Box>
  );
}

/** An occurrence and those after it, so many in all or up to the end of the form. */
function asManyFrom(places: readonly OccurrencePlace[], first: Id, count: number): readonly Id[] {
  const at = places.findIndex(({ occurrence }) => occurrence.id === first);
  return at < 0 ? [] : places.slice(at, at + count).map(({ occurrence }) => occurrence.id);
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
