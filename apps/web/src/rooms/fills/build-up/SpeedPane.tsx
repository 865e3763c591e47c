import { Box } from '@mui/material';
import {
  addPoint,
  changesRate,
  movePoint,
  pointsOf,
  ROLL_TO_TONE,
  speedReport,
  speedsOf,
  stepsOf,
  stepsOnBeats,
} from '@plucky/core/make';
import { type BuildRecipe, RATES } from '@plucky/core/song';
import { figure, ticksToMs } from '@plucky/core/time';
import { type KeyboardEvent, useMemo } from 'react';
import type { ChartOption } from '../../../shared/ui/Chart.tsx';
import { later } from '../../../shared/ui/later.tsx';
import {
  CurvePoint,
  Pane,
  PANE_PADDING,
  PANE_WIDTH,
  paneY,
  Silence,
  usePaneDrag,
} from '../../../shared/ui/Pane.tsx';
import { color, SANS, TEXT } from '../../../shared/ui/tokens.ts';

const Chart = later(async () => (await import('../../../shared/ui/Chart.tsx')).Chart);

/** The slowest and fastest speed that is drawn, in hits a second. */
const [SLOWEST, FASTEST] = [0.5, 40];

/** An end of the speed, or one of the points between, by its number. */
type Hold = 'from' | 'to' | number;

/**
 * How fast hits come along a build-up, with the speed at which a roll turns into a tone. Its ends and the points between, or
 * the steps of one by doubling, can be dragged; a double press adds one, Delete takes one away.
 */
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
  onChange: (fields: Pick<BuildRecipe, 'rate'> | Pick<BuildRecipe, 'points'>, gesture?: string) => void;
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
  const points = pointsOf(recipe, beat);
  const plays = lasts - silence;
  const rateAt = (up: number) => (SLOWEST * (FASTEST / SLOWEST) ** up * beatSeconds) / streams;
  const set = (held: Hold, value: number, at: number, gesture?: string) => {
    const to = nearestRate(value);
    if (typeof held === 'string') onChange({ rate: { ...rate, [held]: to } }, gesture);
    else onChange({ points: [...movePoint(recipe, beat, held, { at, rate: to })] }, gesture);
  };
  const { drawing, hold } = usePaneDrag<Hold>(height, (held, along, up, gesture) =>
    set(held, rateAt(up), along * lasts, gesture),
  );
  const keys =
    (held: Hold, { rate: value, at }: { rate: number; at: number }) =>
    (event: KeyboardEvent) => {
      const up = { ArrowUp: 1, ArrowDown: -1 }[event.key];
      const along = { ArrowLeft: -beat, ArrowRight: beat }[event.key];
      const isRemoved = typeof held === 'number' && (event.key === 'Delete' || event.key === 'Backspace');
      if (up !== undefined) set(held, nextRate(value, up), at);
      else if (along !== undefined && typeof held === 'number') set(held, value, at + along);
      else if (isRemoved) onChange({ points: points.filter((_, i) => i !== held) });
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
  // Steps that were set have speeds of their own; the end has none then.
  const hasEnd = changesRate(speed) && !(speed === 'by doubling' && recipe.points?.length);
  const holds: readonly { held: Hold; name: string; at: number; rate: number }[] = [
    { held: 'from', name: 'Speed at the start', at: 0, rate: rate.from },
    ...points.map((point, i) => ({
      ...point,
      held: i,
      name: speed === 'by doubling' ? `Step ${i + 2}` : `Speed on the way ${i + 1}`,
    })),
    ...(hasEnd ? [{ held: 'to' as const, name: 'Speed at the end', at: plays, rate: rate.to }] : []),
  ];
  const add = () => {
    const next = addPoint(recipe, beat);
    if (!('reason' in next)) onChange({ points: [...next] });
  };
  return (
    <Pane name="Speed" says={report ? speedWords(recipe, report, beat, placeWords) : 'a single hit'}>
      <Box sx={{ position: 'absolute', inset: 0, pointerEvents: 'none' }}>
        <Chart option={option} height={height} />
      </Box>
      <Box onDoubleClick={changesRate(speed) ? add : undefined}>
        {drawing(<Silence from={PANE_WIDTH * spans} />)}
      </Box>
      {holds.map(({ held, name, at, rate: value }) => (
        <CurvePoint
          key={held}
          name={name}
          value={value}
          least={RATES.least}
          most={RATES.most}
          words={`${rateWords(value)} a beat${typeof held === 'number' ? ` from ${placeWords(at)}` : ''}`}
          ink="plum"
          look={typeof held === 'number' ? 'free' : 'upright'}
          left={at / lasts}
          top={yOf((value * streams) / beatSeconds)}
          onKeyDown={keys(held, { rate: value, at })}
          onHold={hold(held)}
        />
      ))}
    </Pane>
  );
}

/** Height of a speed on its pane, 0..1: speeds are told apart by their ratio. */
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
  recipe: BuildRecipe,
  { fastest, toneFrom }: NonNullable<ReturnType<typeof speedReport>>,
  beat: number,
  placeWords: (tick: number) => string,
): string {
  const { speed, rate, lasts, silence } = recipe;
  const steps = speed === 'by doubling' ? stepsOf(recipe, (lasts - silence) / beat, beat) : [];
  const last = steps.at(-1)?.rate ?? rate.to;
  const beats = changesRate(speed)
    ? `${rateWords(rate.from)} to ${rateWords(last)} hits a beat`
    : `${rateWords(rate.from)} hits a beat${speed === 'second voice' ? ', twice that with the second' : ''}`;
  const tone = toneFrom === null ? 'still a roll' : `a tone from ${placeWords(toneFrom)} on`;
  const turns = stepsOnBeats(steps) ? '' : `, turns between beats: too short for ${steps.length} steps`;
  return `${beats}, fastest ${fastest.toFixed(1)} a second, ${tone}${turns}`;
}
