import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { type RefObject, useEffect, useRef } from 'react';
import { useSettings } from '../bench/settings-store';

echarts.use([LineChart, ScatterChart, GridComponent, CanvasRenderer]);

/** A colour of the page by its name. */
export type ThemeColour = (name: string) => string;

/** A chart in a box, drawn again whenever what it is made of changes. */
export function useChart(
  option: (colour: ThemeColour) => echarts.EChartsCoreOption,
  made: readonly unknown[],
): RefObject<HTMLDivElement | null> {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  const theme = useSettings((state) => state.theme);
  useEffect(() => {
    if (!box.current) return;
    const held = echarts.init(box.current);
    chart.current = held;
    return () => held.dispose();
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: an option is made of what `made` tells
  useEffect(() => {
    const style = getComputedStyle(document.documentElement);
    chart.current?.setOption({
      animation: false,
      ...option((name) => style.getPropertyValue(`--color-${name}`).trim()),
    });
  }, [theme, ...made]);
  return box;
}
