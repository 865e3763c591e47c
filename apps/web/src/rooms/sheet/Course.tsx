import { Box, Typography } from '@mui/material';
import { type OccurrencePlace, phraseEnds } from '@plucky/core/form';
import {
  type BarFigures,
  courseOf,
  playsOlderCurves,
  renewCurves,
  type Sag,
  sagsOf,
} from '@plucky/core/play';
import { indexOf, INTENSITIES, type Intensity } from '@plucky/core/song';
import { counted, plural } from '@plucky/core/time';
import { useMemo, useRef, useState } from 'react';
import { useEdit } from '../../document/context.tsx';
import { occurrencesChosen, useSessionFields } from '../../session/store.ts';
import { Chart, type ChartOption } from '../../shared/ui/Chart.tsx';
import { Choice } from '../../shared/ui/Choices.tsx';
import { QuietButton } from '../../shared/ui/QuietButton.tsx';
import { color, TEXT } from '../../shared/ui/tokens.ts';
import { barChart, hitBars, stepLine } from './bar-chart.ts';
import type { FormViewProps } from './form-view.ts';
import { INTENSITY_LOOK } from './intensity-look.ts';
import { IntensityCurves } from './IntensityCurves.tsx';
import { LaidOver } from './LaidOver.tsx';

const HEIGHT = 104;

/**
 * The song from above: hits and loudness a beat of each bar, and where it does not rise although its form asks for it; over
 * it the curves of density and drive.
 */
export function Course({ document, places, onGoTo }: FormViewProps) {
  const course = useMemo(() => courseOf(document), [document]);
  const sags = useMemo(() => sagsOf(document, course), [document, course]);
  const ends = useMemo(() => phraseEnds(document), [document]);
  const bare = ends.filter((end) => end.isBare).length;
  const [curve, setCurve] = useState<Intensity>('density');
  const pressedAt = useRef({ x: 0, y: 0 });
  const session = useSessionFields('occurrence', 'occurrences');
  const chosen = useMemo(() => occurrencesChosen(session), [session]);
  const option = useMemo(() => courseChart(course, places, sags), [course, places, sags]);
  return (
    <Box component="section" aria-label="Energy" sx={{ pb: 0.75, background: color('paper') }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', fontSize: TEXT.fine, color: color('soft') }}>
        <Box role="group" aria-label="Which curve is drawn" sx={{ display: 'flex', gap: 0.5 }}>
          {INTENSITIES.map((kind) => (
            <Choice key={kind} chosen={kind === curve} onClick={() => setCurve(kind)}>
              <Box
                component="span"
                sx={{
                  borderBottom: `2px ${kind === 'drive' ? 'dashed' : 'solid'} ${color(INTENSITY_LOOK[kind].ink)}`,
                }}
              >
                {INTENSITY_LOOK[kind].name}
              </Box>
            </Choice>
          ))}
        </Box>
        <span>draw it over the form, straight with Ctrl; drag a point, a double press adds one</span>
        <Box component="span" sx={{ ml: 'auto' }}>
          bars: hits a beat · line: loudness · a press goes there
        </Box>
      </Box>
      <Box sx={{ position: 'relative' }}>
        <Box
          onPointerDown={(event) => {
            pressedAt.current = { x: event.clientX, y: event.clientY };
            // A drag here draws no box over the slots.
            event.stopPropagation();
          }}
          onClick={(event) => {
            // The end of a drag is no press.
            const { x, y } = pressedAt.current;
            if (Math.hypot(event.clientX - x, event.clientY - y) > 3) return;
            const box = event.currentTarget.getBoundingClientRect();
            const bar = ((event.clientX - box.left) / box.width) * course.length;
            const occurrence = course[Math.floor(bar)]?.occurrence;
            if (occurrence !== undefined && event.detail < 2) onGoTo(occurrence);
          }}
        >
          <Chart option={option} height={HEIGHT} />
          <IntensityCurves
            document={document}
            places={places}
            bars={course.length}
            chosen={session.occurrence}
            curve={curve}
            height={HEIGHT}
          />
        </Box>
      </Box>
      <LaidOver course={course} places={places} chosen={chosen} />
      {sags.map((sag) => (
        <Typography key={`${sag.occurrence} ${sag.from}`} sx={{ fontSize: TEXT.note }}>
          <QuietButton onClick={() => onGoTo(sag.occurrence)}>
            Sags, bars {sag.from} to {sag.to}:
          </QuietButton>{' '}
          {sagWords(sag)}
        </Typography>
      ))}
      <OlderCurves document={document} />
      <Typography sx={{ fontSize: TEXT.note, color: color('soft') }}>
        {bare} of {counted(ends.length, 'phrase')} {plural(bare, 'has', 'have')} no fill, landing or drop at
        the end.
        {sags.length === 0 && course.length > 0 && ' Every chorus is louder than what comes before it.'}
      </Typography>
    </Box>
  );
}

/** Offer to play curves of an older format as new ones are played. */
function OlderCurves({ document }: Pick<FormViewProps, 'document'>) {
  const edit = useEdit();
  const older = indexOf(document).song.form.filter(playsOlderCurves).length;
  if (!older) return null;
  return (
    <Typography sx={{ fontSize: TEXT.note }}>
      {counted(older, 'section')} {older === 1 ? 'plays its' : 'play their'} curves the older way.{' '}
      <QuietButton
        title="Hats open off the beat first, both backbeats go together, velocities keep their order"
        onClick={() => edit(renewCurves)}
      >
        Play them by role
      </QuietButton>
    </Typography>
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
  const sagging = course.map(({ bar, loudness }) =>
    sags.some(({ from, to }) => bar >= from && bar <= to) ? loudness : null,
  );
  return barChart(course.length, 6, [
    {
      ...hitBars(
        course.map((one) => one.hits),
        color('wash'),
      ),
      barCategoryGap: '12%',
      markLine: {
        symbol: 'none',
        silent: true,
        animation: false,
        label: { show: false },
        lineStyle: { color: color('line'), type: 'solid', width: 1 },
        data: places.map((place) => ({ xAxis: place.firstBar - 0.5 })),
      },
    },
    stepLine(
      course.map((one) => one.loudness),
      { color: color('faint'), width: 1.2 },
    ),
    stepLine(sagging, { color: color('warn'), width: 3 }),
  ]);
}
