import { Box, Typography } from '@mui/material';
import {
  type BarFigures,
  counted,
  courseOf,
  type Id,
  type OccurrencePlace,
  phraseEnds,
  type Sag,
  sagsOf,
  type SongDocument,
} from '@plucky/core';
import { useMemo } from 'react';
import { Chart, type ChartOption } from '../../shared/ui/Chart.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';

const HEIGHT = 92;

/** The song from above: hits and loudness a beat of each bar, and where it does not rise although its form asks for it. */
export function Course({
  document,
  places,
  onGoTo,
}: {
  document: SongDocument;
  places: readonly OccurrencePlace[];
  onGoTo: (occurrence: Id) => void;
}) {
  const course = useMemo(() => courseOf(document), [document]);
  const sags = useMemo(() => sagsOf(document, course), [document, course]);
  const ends = useMemo(() => phraseEnds(document), [document]);
  const bare = ends.filter((end) => end.isBare).length;
  const option = useMemo(() => courseChart(course, places, sags), [course, places, sags]);
  return (
    <Box component="section" aria-label="Course" sx={{ pb: 0.75, background: color('paper') }}>
      <Box sx={{ display: 'flex', gap: 2, fontSize: TEXT.fine, color: color('soft') }}>
        <Box component="span" sx={{ color: color('plum'), fontWeight: 600 }}>
          Loudness a beat
        </Box>
        <span>Hits a beat, in grey</span>
        <span>A press goes to the bar</span>
      </Box>
      <Chart
        option={option}
        height={HEIGHT}
        onPress={(bar) => {
          const occurrence = course[Math.round(bar) - 1]?.occurrence;
          if (occurrence !== undefined) onGoTo(occurrence);
        }}
      />
      {sags.map((sag) => (
        <Typography key={`${sag.occurrence} ${sag.from}`} sx={{ fontSize: TEXT.note }}>
          <QuietButton onClick={() => onGoTo(sag.occurrence)}>
            Sags, bars {sag.from} to {sag.to}:
          </QuietButton>{' '}
          {sagWords(sag)}
        </Typography>
      ))}
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {bare} of {counted(ends.length, 'phrase')} end bare: no fill, landing or drop.
        {sags.length === 0 && course.length > 0 && ' Every chorus is louder than what comes before it.'}
      </Typography>
    </Box>
  );
}

function sagWords({ into, how, before, after }: Sag): string {
  const figures = `${before.toFixed(1)} before it, ${after.toFixed(1)} in it`;
  return how === 'falls'
    ? `${into.name} is softer than what leads to it, ${figures}.`
    : `no rise into ${into.name}, ${figures}.`;
}

function courseChart(
  course: readonly BarFigures[],
  places: readonly OccurrencePlace[],
  sags: readonly Sag[],
): ChartOption {
  const line = (values: readonly (number | null)[], ink: string, width: number, fill = 0) => ({
    type: 'line' as const,
    step: 'middle' as const,
    symbol: 'none',
    silent: true,
    animation: false,
    data: values.map((value, i) => [i + 1, value]),
    lineStyle: { color: ink, width },
    ...(fill ? { areaStyle: { color: ink, opacity: fill } } : {}),
  });
  const sagging = course.map(({ bar, loudness }) =>
    sags.some(({ from, to }) => bar >= from && bar <= to) ? loudness : null,
  );
  return {
    grid: { left: 2, right: 2, top: 6, bottom: 4 },
    xAxis: { type: 'value', min: 0.5, max: course.length + 0.5, show: false },
    yAxis: [
      { type: 'value', min: 0, show: false },
      { type: 'value', min: 0, show: false },
    ],
    series: [
      {
        ...line(
          course.map((one) => one.loudness),
          color('plum'),
          1.8,
          0.14,
        ),
        markLine: {
          symbol: 'none',
          silent: true,
          animation: false,
          label: { show: false },
          lineStyle: { color: color('line'), type: 'solid', width: 1 },
          data: places.map((place) => ({ xAxis: place.firstBar - 0.5 })),
        },
      },
      {
        ...line(
          course.map((one) => one.hits),
          color('soft'),
          1,
        ),
        yAxisIndex: 1,
      },
      line(sagging, color('warn'), 3),
    ],
  };
}
