import { Box } from '@mui/material';
import {
  type BuildRecipe,
  changesRate,
  figure,
  RATES,
  ROLL_TO_TONE,
  speedReport,
  speedsOf,
  ticksToMs,
} from '@plucky/core';
import { type KeyboardEvent, useMemo } from 'react';
import type { ChartOption } from '../../../shared/ui/Chart.tsx';
import { later } from '../../../shared/ui/later.tsx';
import { color, SANS, TEXT } from '../../../shared/ui/tokens.ts';
import { CurvePoint, Pane, PANE_PADDING, PANE_WIDTH, paneY, Silence, usePaneDrag } from './Pane.tsx';

const Chart = later(async () => (await import('../../../shared/ui/Chart.tsx')).Chart);

/** The slowest and fastest speed that is drawn, in hits a second. */
const [SLOWEST, FASTEST] = [0.5, 40];

type End = 'from' | 'to';

/** How fast hits come along a build-up, with the speed at which a roll turns into a tone; its ends can be dragged. */
export function SpeedPane({
  recipe,
  places,
  beat,
  tempo,
  placeWords,
  height,
  onChange,
}: {
  recipe: BuildRecipe;
  /** The places of the stream's hits, and the length of a beat, in ticks. */
  places: readonly number[];
  beat: number;
  tempo: number;
  placeWords: (tick: number) => string;
  /** In px. */
  height: number;
  onChange: (rate: BuildRecipe['rate'], gesture?: string) => void;
}) {
  const { rate, speed, lasts, silence } = recipe;
  const spans = (lasts - silence) / lasts;
  const yOf = (perSecond: number) => paneY(shareOf(perSecond), height);
  const beatSeconds = ticksToMs(beat, tempo) / 1000;
  const option = useMemo(
    () => speedChart(speedsOf(places, tempo), lasts - silence, lasts),
    [places, tempo, lasts, silence],
  );
  const report = speedReport(places, tempo);
  // Two streams half a step apart come twice as fast as each.
  const streams = speed === 'second voice' ? 2 : 1;
  const set = (end: End, value: number, gesture?: string) =>
    onChange({ ...rate, [end]: nearestRate(value) }, gesture);
  const { drawing, hold } = usePaneDrag<End>(height, (held, _, up, gesture) =>
    set(held, (SLOWEST * (FASTEST / SLOWEST) ** up * beatSeconds) / streams, gesture),
  );
  const keys = (end: End) => (event: KeyboardEvent) => {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    set(end, nextRate(rate[end], by));
  };
  const ends: readonly End[] = changesRate(speed) ? ['from', 'to'] : ['from'];
  return (
    <Pane name="Speed" says={report ? speedWords(recipe, report, placeWords) : 'a single hit'}>
      <Box sx={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
        <Chart option={option} height={height} />
      </Box>
      {drawing(<Silence from={PANE_WIDTH * spans} />)}
      {ends.map((end) => (
        <CurvePoint
          key={end}
          name={end === 'from' ? 'Speed at the start' : 'Speed at the end'}
          value={rate[end]}
          least={RATES.least}
          most={RATES.most}
          words={`${rateWords(rate[end])} a beat`}
          ink="plum"
          look="upright"
          left={end === 'from' ? 0 : spans}
          top={yOf((rate[end] * streams) / beatSeconds)}
          onKeyDown={keys(end)}
          onHold={hold(end)}
        />
      ))}
    </Pane>
  );
}

/** How far up its pane a speed stands, 0..1: speeds are told apart by their ratio. */
function shareOf(perSecond: number): number {
  const share = Math.log2(perSecond / SLOWEST) / Math.log2(FASTEST / SLOWEST);
  return Math.min(1, Math.max(0, share));
}

/** The speed at each hit, up to where the stream ends, and the line at which a roll is a tone. */
function speedChart(
  speeds: readonly { readonly at: number; readonly speed: number }[],
  end: number,
  lasts: number,
): ChartOption {
  const drawn = speeds.map(({ at, speed }) => [at, Math.min(FASTEST, Math.max(SLOWEST, speed))]);
  const last = drawn.at(-1)?.[1];
  return {
    animation: false,
    grid: { left: 0, right: 0, top: PANE_PADDING.above, bottom: PANE_PADDING.below },
    xAxis: { type: 'value', show: false, min: 0, max: lasts },
    yAxis: { type: 'log', show: false, logBase: 2, min: SLOWEST, max: FASTEST },
    series: {
      type: 'line',
      silent: true,
      showSymbol: false,
      data: last === undefined ? [] : [...drawn, [end, last]],
      lineStyle: { color: color('plum'), width: 2.2 },
      markLine: {
        silent: true,
        symbol: 'none',
        lineStyle: { color: color('warn'), type: [3, 4], width: 1 },
        label: {
          formatter: `${ROLL_TO_TONE} a second: a tone`,
          position: 'insideEndTop',
          color: color('warn'),
          fontFamily: SANS,
          fontSize: TEXT.tiny,
        },
        data: [[{ coord: [0, ROLL_TO_TONE] }, { coord: [end, ROLL_TO_TONE] }]],
      },
    },
  };
}

/** Hits a beat in steps that ears tell apart: eighths of a hit below one, whole ones from four on. */
function nearestRate(rate: number): number {
  const step = stepAt(rate);
  return Math.min(RATES.most, Math.max(RATES.least, Math.round(rate / step) * step));
}

function stepAt(rate: number): number {
  if (rate < 1) return 0.25;
  return rate < 4 ? 0.5 : 1;
}

function nextRate(rate: number, by: number): number {
  return nearestRate(rate + by * stepAt(by < 0 ? rate - 0.01 : rate));
}

export function rateWords(rate: number): string {
  return figure(rate);
}

function speedWords(
  { speed, rate }: BuildRecipe,
  { fastest, toneFrom }: NonNullable<ReturnType<typeof speedReport>>,
  placeWords: (tick: number) => string,
): string {
  const beats = changesRate(speed)
    ? `${rateWords(rate.from)} to ${rateWords(rate.to)} hits a beat`
    : `${rateWords(rate.from)} hits a beat${speed === 'second voice' ? ', twice that with the second' : ''}`;
  const tone = toneFrom === null ? 'still a roll' : `a tone from ${placeWords(toneFrom)} on`;
  return `${beats}, fastest ${fastest.toFixed(1)} a second, ${tone}`;
}
