import { Box } from '@mui/material';
import { LineChart, type LineSeriesOption } from 'echarts/charts';
import { GridComponent, type GridComponentOption, MarkLineComponent } from 'echarts/components';
import { type ComposeOption, type EChartsType, init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([LineChart, GridComponent, MarkLineComponent, SVGRenderer]);

export type ChartOption = ComposeOption<LineSeriesOption | GridComponentOption>;

/** A drawn chart, as wide as its place. What it says stands in words beside it, so it is hidden from screen readers. */
export function Chart({
  option,
  height,
  onPress,
}: {
  option: ChartOption;
  height: number;
  /** Hears where it is pressed, in the values of its two axes. */
  onPress?: (x: number, y: number) => void;
}) {
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
  return (
    <Box
      ref={place}
      aria-hidden
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const at = chart.current?.convertFromPixel('grid', [
          event.clientX - box.left,
          event.clientY - box.top,
        ]);
        const [x, y] = Array.isArray(at) ? at : [];
        if (typeof x === 'number' && typeof y === 'number') onPress?.(x, y);
      }}
      sx={{ width: '100%', height, ...(onPress ? { cursor: 'pointer' } : {}) }}
    />
  );
}
