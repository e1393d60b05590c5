import { type SourceLevel, toneCoverage, toneHistogram } from '@diplex/core';
import type { ToneWindow } from '@diplex/document';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { Amount } from '../../controls/Amount';

echarts.use([LineChart, GridComponent, CanvasRenderer]);

const BINS = 128;

/** The ends of a range of tones, as they change. */
export type ToneRange = Partial<Pick<ToneWindow, 'low' | 'high'>>;

const EDGES = [
  { words: 'Nothing below', key: 'low', index: 0 },
  { words: 'All from', key: 'low', index: 1 },
  { words: 'All up to', key: 'high', index: 0 },
  { words: 'Nothing above', key: 'high', index: 1 },
] as const;

/** The range with one of its four edges moved; the others give way. */
function moved(window: ToneWindow, key: 'low' | 'high', index: 0 | 1, value: number): ToneRange {
  const edges = [...window.low, ...window.high];
  const at = (key === 'low' ? 0 : 2) + index;
  edges[at] = Math.max(0, Math.min(1, value));
  for (let i = at - 1; i >= 0; i--) edges[i] = Math.min(edges[i] as number, edges[i + 1] as number);
  for (let i = at + 1; i < 4; i++) edges[i] = Math.max(edges[i] as number, edges[i - 1] as number);
  const [a = 0, b = 0, c = 1, d = 1] = edges;
  return { low: [a, b], high: [c, d] };
}

interface EdgeRowsProps {
  readonly window: ToneWindow;
  readonly disabled?: boolean;
  onTry(range: ToneRange): void;
  onSet(range: ToneRange): void;
}

/** The four places of a range of tones as amounts. */
export function EdgeRows({ window, disabled, onTry, onSet }: EdgeRowsProps) {
  return EDGES.map(({ words, key, index }) => (
    <Amount
      key={words}
      label={words}
      value={Math.round(window[key][index] * 1000) / 10}
      min={0}
      max={100}
      step={0.1}
      unit="%"
      {...(disabled && { disabled })}
      onTry={(value) => onTry(moved(window, key, index, value / 100))}
      onSet={(value) => onSet(moved(window, key, index, value / 100))}
    />
  ));
}

interface RangeChartProps {
  readonly window: ToneWindow;
  readonly ground: SourceLevel | null;
  onTry(settings: ToneRange): void;
  onSet(settings: ToneRange): void;
}

/** The histogram, and over it how much each tone counts; the nearest edge follows the pointer. */
export function RangeChart({ window, ground, onTry, onSet }: RangeChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  const dragging = useRef<(typeof EDGES)[number] | null>(null);
  const { component, low, high } = window;

  useEffect(() => {
    if (!box.current) return;
    const made = echarts.init(box.current);
    chart.current = made;
    return () => made.dispose();
  }, []);

  useEffect(() => {
    const counts = ground ? toneHistogram(ground, component, BINS) : new Float64Array(BINS);
    const most = Math.max(1e-9, [...counts].sort((a, b) => b - a)[2] ?? 0);
    const colours = getComputedStyle(document.documentElement);
    const colour = (name: string) => colours.getPropertyValue(name).trim();
    const points = Array.from({ length: BINS }, (_, i) => (i + 0.5) / BINS);
    chart.current?.setOption({
      animation: false,
      grid: { left: 2, right: 2, top: 4, bottom: 2 },
      xAxis: { type: 'value', min: 0, max: 1, show: false },
      yAxis: { type: 'value', min: 0, max: 1, show: false },
      series: [
        {
          ...{ type: 'line', showSymbol: false, silent: true, lineStyle: { width: 0 } },
          areaStyle: { color: colour('--color-info'), opacity: 0.55 },
          data: points.map((x, i) => [x, Math.min(1, (counts[i] as number) / most)]),
        },
        {
          ...{ type: 'line', showSymbol: false, silent: true },
          lineStyle: { width: 2, color: colour('--color-primary') },
          data: points.map((x) => [x, 0.02 + 0.95 * toneCoverage({ component, low, high }, x)]),
        },
      ],
    });
  }, [ground, component, low, high]);

  const valueAt = (event: React.PointerEvent) => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    return Math.max(0, Math.min(1, (event.clientX - left) / width));
  };
  const change = (value: number) => {
    const edge = dragging.current;
    return edge ? moved(window, edge.key, edge.index, value) : {};
  };
  return (
    <div
      ref={box}
      data-testid="tone-range"
      className="h-[92px] w-full cursor-ew-resize touch-none rounded-md bg-base-200"
      onPointerDown={(event) => {
        const at = valueAt(event);
        const away = (edge: (typeof EDGES)[number]) => Math.abs(window[edge.key][edge.index] - at);
        dragging.current = [...EDGES].sort((a, b) => away(a) - away(b))[0] ?? null;
        event.currentTarget.setPointerCapture(event.pointerId);
        onTry(change(at));
      }}
      onPointerMove={(event) => dragging.current && onTry(change(valueAt(event)))}
      onPointerUp={(event) => {
        if (dragging.current) onSet(change(valueAt(event)));
        dragging.current = null;
      }}
    />
  );
}
