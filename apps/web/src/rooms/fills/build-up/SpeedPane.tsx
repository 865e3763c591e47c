import {
  changesRate,
  RATES,
  ROLL_TO_TONE,
  speedReport,
  speedsOf,
  ticksToMs,
  type BuildRecipe,
} from '@plucky/core';
import type { KeyboardEvent } from 'react';
import { color } from '../../../shared/ui/tokens.ts';
import { CurvePoint, Pane, PANE_WIDTH, paneY, Silence, usePaneDrag } from './Pane.tsx';

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
  onChange: (rate: BuildRecipe['rate']) => void;
}) {
  const { rate, speed, lasts, silence } = recipe;
  const spans = (lasts - silence) / lasts;
  const xOf = (tick: number) => (tick / lasts) * PANE_WIDTH;
  const yOf = (perSecond: number) => {
    const share = Math.log2(perSecond / SLOWEST) / Math.log2(FASTEST / SLOWEST);
    return paneY(Math.min(1, Math.max(0, share)), height);
  };
  const beatSeconds = ticksToMs(beat, tempo) / 1000;
  const speeds = speedsOf(places, tempo);
  const report = speedReport(places, tempo);
  const line = speeds.map((one) => `${xOf(one.at).toFixed(1)} ${yOf(one.speed).toFixed(1)}`);
  const last = line.at(-1)?.split(' ')[1];
  // Two streams half a step apart come twice as fast as each.
  const streams = speed === 'second voice' ? 2 : 1;
  const set = (end: End, value: number) => onChange({ ...rate, [end]: nearestRate(value) });
  const { drawing, hold } = usePaneDrag<End>(height, (held, _, up) =>
    set(held, (SLOWEST * (FASTEST / SLOWEST) ** up * beatSeconds) / streams),
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
      {drawing(
        <>
          <Silence from={PANE_WIDTH * spans} />
          <path
            d={`M0 ${yOf(ROLL_TO_TONE)}H${PANE_WIDTH * spans}`}
            stroke={color('warn')}
            strokeDasharray="3 4"
          />
          <text
            x={PANE_WIDTH * spans - 6}
            y={yOf(ROLL_TO_TONE) - 4}
            fontSize={11}
            textAnchor="end"
            fill={color('warn')}
          >
            {ROLL_TO_TONE} a second: a tone
          </text>
          {line.length > 0 && (
            <path
              d={`M${line.join('L')}L${PANE_WIDTH * spans} ${last}`}
              fill="none"
              stroke={color('plum')}
              strokeWidth={2.2}
              vectorEffect="non-scaling-stroke"
            />
          )}
        </>,
      )}
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
  return String(Number(rate.toFixed(2)));
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
