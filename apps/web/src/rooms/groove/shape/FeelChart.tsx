import type { PlayedFeel } from '@plucky/core/song';
import { useMemo } from 'react';
import { Chart, type ChartOption } from '../../../shared/ui/Chart.tsx';
import { color, TEXT } from '../../../shared/ui/tokens.ts';

/** Chart of a feel: loud and soft as bars, early and late as a line. */
export function FeelChart({ played: { bar, steps } }: { played: PlayedFeel }) {
  const option = useMemo((): ChartOption => {
    // An even value lies in the middle.
    const evenAxis = (values: readonly number[]) => {
      const most = Math.max(1, ...values.map(Math.abs));
      return { show: false, type: 'value' as const, min: -most, max: most };
    };
    return {
      animation: false,
      textStyle: { fontSize: TEXT.tiny },
      grid: { left: 4, right: 4, top: 6, bottom: 6 },
      xAxis: { show: false, type: 'value', min: -bar / 32, max: bar - bar / 32 },
      yAxis: [evenAxis(steps.map(({ velocity }) => velocity)), evenAxis(steps.map(({ ms }) => ms))],
      series: [
        {
          type: 'bar',
          barWidth: 5,
          data: steps.map(({ at, velocity }) => [at, velocity]),
          itemStyle: { color: color('strong') },
        },
        {
          type: 'line',
          yAxisIndex: 1,
          data: steps.map(({ at, ms }) => [at, ms]),
          symbolSize: 4,
          lineStyle: { color: color('plum'), width: 1.5 },
          itemStyle: { color: color('plum') },
        },
      ],
    };
  }, [bar, steps]);
  return <Chart option={option} height={84} />;
}
