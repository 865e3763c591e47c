import type { ChartOption } from '../../shared/ui/Chart.tsx';

type Series = NonNullable<Extract<ChartOption['series'], readonly unknown[]>>;

/** Nothing in it is pressed or moves by itself: what stands over or around it is. */
const STILL = { silent: true, animation: false } as const;

/** A line with a step at each bar, counted from 1, on the axis of loudness. */
export function stepLine(
  values: readonly (number | null)[],
  lineStyle: { readonly color: string; readonly width: number; readonly type?: 'solid' | 'dashed' },
) {
  const data = values.map((value, i) => [i + 1, value]);
  return { type: 'line' as const, step: 'middle' as const, symbol: 'none', ...STILL, data, lineStyle };
}

/** A bar for each bar, counted from 1, on the axis of hits. */
export function hitBars(hits: readonly number[], ink: string) {
  const data = hits.map((value, i) => [i + 1, value]);
  return { type: 'bar' as const, ...STILL, data, itemStyle: { color: ink }, yAxisIndex: 1 };
}

/** Series over so many bars, as wide as their place; loudness and hits each fill its height. */
export function barChart(bars: number, top: number, series: Series): ChartOption {
  return {
    grid: { left: 0, right: 0, top, bottom: 0 },
    xAxis: { type: 'value', containShape: false, min: 0.5, max: bars + 0.5, show: false },
    yAxis: [
      { type: 'value', min: 0, show: false },
      { type: 'value', min: 0, show: false },
    ],
    series,
  };
}
