import { type SourceLevel, toneCoverage, toneHistogram } from '@diplex/core';
import {
  groupsAround,
  type Layer,
  layerById,
  layersInDepth,
  maskSize,
  setTones,
  TONE_COMPONENTS,
  type TonesPart,
  type TonesSettings,
} from '@diplex/document';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { pageEngine } from '../../bench/engine';
import { tellProblem } from '../../bench/notice-store';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { wordsOf } from '../../link/problem';
import { bringGround, levelOf, pickPlace, pickSeat } from '../../picks/run-pick';
import { TONES, toneRange } from './tones-tool';

echarts.use([LineChart, GridComponent, CanvasRenderer]);

const BINS = 128;
/** A histogram of so many pixels is that of the picture. */
const ENOUGH_PIXELS = 400_000;

/** The pixels whose tones are counted; null until they are here. */
function useGround(layer: Layer, of: TonesPart['of']): SourceLevel | null {
  const [ground, setGround] = useState<SourceLevel | null>(null);
  const { id } = layer;
  const other = typeof of === 'string' ? of : of.layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a layer's own pixels do not change
  useEffect(() => {
    let stays = true;
    const { composition } = useComposition.getState();
    const looked = typeof of === 'string' ? layer : (layerById(composition, of.layer) ?? layer);
    const from = of === 'behind' ? ('composition' as const) : ('layer' as const);
    const level = levelOf(maskSize(composition, looked), ENOUGH_PIXELS);
    const bring = async () => {
      const letGo = await bringGround(looked, from, [level]);
      try {
        const ask = { ...pickPlace(looked.id), from, level };
        const found = await pageEngine().run('ground-level', ask, pickSeat());
        if (stays) setGround(found);
      } finally {
        letGo();
      }
    };
    bring().catch((error) => tellProblem(`The tones could not be counted. ${wordsOf(error)}`));
    return () => {
      stays = false;
    };
  }, [id, other]);
  return ground;
}

interface TonesEditorProps {
  readonly layer: Layer;
  readonly mask: string;
  readonly part: TonesPart;
}

/** Which tones a part is made of: a range over the histogram, with where it fades. */
export function TonesEditor({ layer, mask, part }: TonesEditorProps) {
  const composition = useComposition((state) => state.composition);
  const { perform, tryOut } = useComposition.getState();
  const args = (settings: TonesSettings) => ({ mask, part: part.id, settings });
  const ground = useGround(layer, part.of);
  const of = typeof part.of === 'string' ? part.of : part.of.layer;
  const around = new Set(groupsAround(composition, layer.id).map(({ id }) => id));
  const sources = [
    { value: 'own', words: 'this layer' },
    { value: 'behind', words: 'what lies behind' },
    // A group that the layer is in cannot be looked at from inside.
    ...layersInDepth(composition)
      .filter((each) => each.id !== layer.id && !around.has(each.id))
      .map((each) => ({ value: each.id, words: each.name })),
  ];
  return (
    <Section name="tones" title={part.name} aside="tones">
      <div className="mb-1.5 flex gap-2">
        <Pick
          label="Component"
          value={part.component}
          options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
          onChoose={(component) => perform(setTones, args({ component }))}
        />
        <Pick
          label="Tones of"
          value={of}
          options={sources}
          onChoose={(value) => {
            const next = value === 'own' || value === 'behind' ? value : { layer: value };
            perform(setTones, args({ of: next }));
          }}
        />
      </div>
      <RangeChart
        part={part}
        ground={ground}
        onTry={(settings) => tryOut(setTones, args(settings))}
        onSet={(settings) => perform(setTones, args(settings))}
      />
      <div className="mt-1.5 flex gap-1">
        {TONES.map((name) => (
          <button
            key={name}
            type="button"
            onClick={() => perform(setTones, args(toneRange(name, 0.5)))}
            className="h-7 flex-1 cursor-pointer rounded-md bg-secondary text-[12px] text-secondary-content capitalize hover:brightness-110"
          >
            {name}
          </button>
        ))}
      </div>
      {EDGES.map(({ words, key, index }) => (
        <Amount
          key={words}
          label={words}
          value={Math.round(part[key][index] * 1000) / 10}
          min={0}
          max={100}
          step={0.1}
          unit="%"
          onTry={(value) => tryOut(setTones, args(moved(part, key, index, value / 100)))}
          onSet={(value) => perform(setTones, args(moved(part, key, index, value / 100)))}
        />
      ))}
    </Section>
  );
}

const EDGES = [
  { words: 'Nothing below', key: 'low', index: 0 },
  { words: 'All from', key: 'low', index: 1 },
  { words: 'All up to', key: 'high', index: 0 },
  { words: 'Nothing above', key: 'high', index: 1 },
] as const;

/** The range with one of its four edges moved; the others give way. */
function moved(part: TonesPart, key: 'low' | 'high', index: 0 | 1, value: number): TonesSettings {
  const edges = [...part.low, ...part.high];
  const at = (key === 'low' ? 0 : 2) + index;
  edges[at] = Math.max(0, Math.min(1, value));
  for (let i = at - 1; i >= 0; i--) edges[i] = Math.min(edges[i] as number, edges[i + 1] as number);
  for (let i = at + 1; i < 4; i++) edges[i] = Math.max(edges[i] as number, edges[i - 1] as number);
  const [a = 0, b = 0, c = 1, d = 1] = edges;
  return { low: [a, b], high: [c, d] };
}

interface RangeChartProps {
  readonly part: TonesPart;
  readonly ground: SourceLevel | null;
  onTry(settings: TonesSettings): void;
  onSet(settings: TonesSettings): void;
}

/** The histogram, and over it how much each tone counts; the nearest edge follows the pointer. */
function RangeChart({ part, ground, onTry, onSet }: RangeChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<echarts.ECharts | null>(null);
  const dragging = useRef<(typeof EDGES)[number] | null>(null);
  const { component, low, high } = part;

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
          data: points.map((x) => [x, 0.02 + 0.95 * toneCoverage({ low, high }, x)]),
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
    return edge ? moved(part, edge.key, edge.index, value) : {};
  };
  return (
    <div
      ref={box}
      data-testid="tone-range"
      className="h-[92px] w-full cursor-ew-resize touch-none rounded-md bg-base-200"
      onPointerDown={(event) => {
        const at = valueAt(event);
        const away = (edge: (typeof EDGES)[number]) => Math.abs(part[edge.key][edge.index] - at);
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
