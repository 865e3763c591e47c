import { Box } from '@mui/material';
import { BarChart, type BarSeriesOption, LineChart, type LineSeriesOption } from 'echarts/charts';
import { GridComponent, type GridComponentOption, MarkLineComponent } from 'echarts/components';
import { type ComposeOption, type EChartsType, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([BarChart, LineChart, GridComponent, MarkLineComponent, SVGRenderer]);

export type ChartOption = ComposeOption<BarSeriesOption | LineSeriesOption | GridComponentOption>;

/** A drawn chart, as wide as its place. What it says stands in words beside it, so it is hidden from screen readers. */
export function Chart({ option, height }: { option: ChartOption; height: number }) {
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<EChartsType>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const made = init(element, null, { renderer: 'svg', width: element.clientWidth || 1, height });
    chart.current = made;
    const resized = new ResizeObserver(() => made.resize({ width: element.clientWidth || 1 }));
    resized.observe(element);
    return () => {
      resized.disconnect();
      made.dispose();
    };
  }, [height]);
  useEffect(() => chart.current?.setOption(option, { notMerge: true }), [option, height]);
  return <Box ref={place} aria-hidden sx={{ width: '100%', height }} />;
}
