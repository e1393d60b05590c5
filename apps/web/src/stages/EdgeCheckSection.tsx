import type { EdgeCheck } from '@diplex/core';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { useComposition } from '../bench/composition-store';
import { useEdgeCheck } from '../bench/edge-check-store';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { checkEdgeInHand, lookAtStretch } from '../tools/edge-check';

echarts.use([LineChart, GridComponent, MarkLineComponent, CanvasRenderer]);

/** Measures the halo, shows it across the edge, and leads to the worst stretches. */
export function EdgeCheckSection({ layer }: { readonly layer: string }) {
  const { check, at, layer: checked, measured } = useEdgeCheck();
  const composition = useComposition((state) => state.composition);
  const mine = checked === layer ? check : null;
  const stale = mine && measured !== composition;
  return (
    <Section
      begins="folded"
      title="Edge check"
      aside={mine ? (stale ? 'changed since' : verdict(mine)) : undefined}
    >
      <PlainButton
        words={mine ? 'Check again' : 'Check the edge'}
        hint="Measures the halo before what the cut-out is seen on"
        onPress={() => void checkEdgeInHand()}
      />
      {mine && mine.measured > 0 && <EdgeChart check={mine} />}
      {mine && mine.measured === 0 && (
        <p className="mt-1.5 text-[12px] text-quiet">There is no edge on the canvas.</p>
      )}
      {mine && mine.worst.length > 0 && (
        <>
          <ol aria-label="Worst stretches" className="mt-1.5 grid gap-px">
            {mine.worst.map(({ x, y, halo, lighter }, index) => (
              <li key={`${x},${y}`}>
                <button
                  type="button"
                  aria-pressed={index === at}
                  onClick={() => lookAtStretch(index)}
                  className="flex h-6 w-full cursor-pointer items-center gap-2 rounded-md px-1.5 text-[12px] text-quiet hover:bg-base-200 aria-pressed:bg-neutral aria-pressed:text-neutral-content"
                >
                  <b className="w-5 text-left font-semibold">{index + 1}</b>
                  <span className="flex-1 text-left">{kindOf(lighter)}</span>
                  <span className="tabular-nums">{halo.toFixed(1)}</span>
                </button>
              </li>
            ))}
          </ol>
          <p className="mt-1 text-[11.5px] text-faint">
            H goes to the next at 400 %, Shift H back.
          </p>
        </>
      )}
    </Section>
  );
}

function verdict({ worst, measured }: EdgeCheck): string {
  if (measured === 0) return 'no edge';
  if (worst.length === 0) return 'no halo';
  return `${worst.length} stretch${worst.length === 1 ? '' : 'es'}`;
}

/** Below this a difference in lightness is not what is seen. */
const LIGHT_SEEN = 2;

function kindOf(lighter: number): string {
  if (lighter > LIGHT_SEEN) return 'lighter than both sides';
  return lighter < -LIGHT_SEEN ? 'darker than both sides' : 'of another colour';
}

/** Lightness (a line) and chroma (a dotted one) from inside, at the left, to outside. */
function EdgeChart({ check }: { readonly check: EdgeCheck }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!box.current) return;
    const chart = echarts.init(box.current);
    const styles = getComputedStyle(document.documentElement);
    const colour = (name: string) => styles.getPropertyValue(name).trim();
    const quiet = { color: colour('--color-quiet'), fontSize: 10 };
    const along = (values: readonly number[]) => values.map((v, i) => [check.offsets[i], v]);
    const line = { type: 'line', showSymbol: false, silent: true, smooth: 0.2 } as const;
    const values = [...check.lightness, ...check.chroma];
    chart.setOption({
      animation: false,
      grid: { left: 26, right: 6, top: 8, bottom: 18 },
      xAxis: {
        ...{ type: 'value', min: check.offsets[0], max: check.offsets.at(-1), interval: 6 },
        ...{ axisLabel: { ...quiet, formatter: '{value} px' }, splitLine: { show: false } },
      },
      yAxis: {
        ...{ type: 'value', min: 0, max: Math.ceil(Math.max(...values) / 20) * 20 },
        ...{ axisLabel: quiet, splitNumber: 2 },
        splitLine: { lineStyle: { color: colour('--color-base-300') } },
      },
      series: [
        {
          ...{ ...line, name: 'lightness', data: along(check.lightness) },
          lineStyle: { width: 2, color: colour('--color-primary') },
          markLine: {
            ...{ silent: true, symbol: 'none', data: [{ xAxis: 0 }], label: { show: false } },
            lineStyle: { color: quiet.color, type: 'dashed', width: 1 },
          },
        },
        {
          ...{ ...line, name: 'chroma', data: along(check.chroma) },
          lineStyle: { width: 2, color: colour('--color-info'), type: 'dotted' },
        },
      ],
    });
    return () => chart.dispose();
  }, [check]);
  const round = (value: number | undefined) => (value ?? 0).toFixed(0);
  const { lightness } = check;
  const middle = lightness[(lightness.length - 1) / 2];
  return (
    <figure className="mt-1.5">
      <div
        ref={box}
        role="img"
        data-testid="edge-chart"
        aria-label={`Lightness across the edge: ${round(lightness[0])} inside, ${round(middle)} at the edge, ${round(lightness.at(-1))} outside`}
        className="h-[104px] w-full rounded-md bg-base-200"
      />
      <figcaption className="mt-0.5 flex justify-between text-[11px] text-faint">
        <span>inside</span>
        <span>
          <b className="text-primary">—</b> lightness <b className="text-info">⋯</b> chroma
        </span>
        <span>outside</span>
      </figcaption>
    </figure>
  );
}
