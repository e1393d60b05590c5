import type { Signature } from '@diplex/core';
import { useChart } from './use-chart';

/** So much noise, in steps of 8 bits, is drawn at the top. */
const LEAST_TOP = 4;

const CHANNELS = [
  ['red', '#e0705f'],
  ['green', '#5fae6b'],
  ['blue', '#6f93e6'],
] as const;

/** Noise by lightness in each channel, in steps of 8 bits: from dark at the left to light at the right. */
export function NoiseChart({ of }: { readonly of: Signature }) {
  const { bands } = of.noise;
  const most = Math.max(LEAST_TOP, ...bands.flatMap(({ sigma }) => sigma));
  const box = useChart(
    (colour) => ({
      grid: { left: 22, right: 4, top: 5, bottom: 5 },
      xAxis: { type: 'value', min: 0, max: 1, show: false },
      yAxis: {
        ...{ type: 'value', min: 0, max: Math.ceil(most), interval: Math.ceil(most) / 2 },
        axisLabel: { color: colour('base-content'), fontSize: 10 },
        splitLine: { lineStyle: { color: colour('base-content'), opacity: 0.15 } },
      },
      series: CHANNELS.map(([name, line], c) => ({
        ...{ type: 'line', name, silent: true, symbolSize: 4 },
        ...{ lineStyle: { width: 1.5, color: line }, itemStyle: { color: line } },
        data: bands.map(({ at, sigma }) => [at, sigma[c]]),
      })),
    }),
    [of],
  );
  const said = bands.map(
    ({ at, sigma }) =>
      `${(100 * at).toFixed(0)} % light: ${sigma.map((s) => s.toFixed(1)).join(', ')}`,
  );
  return (
    <div
      ref={box}
      role="img"
      aria-label={`Noise of red, green, blue in steps of 255. ${said.join('. ')}.`}
      className="h-[70px] w-full rounded-md bg-base-200"
    />
  );
}
