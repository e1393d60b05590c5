import type { Signature } from '@diplex/core';
import { type Compared, THING_AND_SCENE } from './compared';
import { useChart } from './use-chart';

/** A few bins that hold very much would flatten all others. */
function heights(counts: readonly number[]): number[] {
  const most = [...counts].sort((a, b) => b - a)[1] || 1;
  // Weighed over three bins, so that the shape is seen and not the bins.
  return counts.map((count, i) => {
    const [before, after] = [counts[i - 1] ?? count, counts[i + 1] ?? count];
    return Math.min(1.1, (before + 2 * count + after) / 4 / most);
  });
}

const points = (counts: readonly number[]) =>
  heights(counts).map((y, i) => [(i + 0.5) / counts.length, y]);

/** How lightness is spread: one as a brass hill, the other as a sea green line. */
export function LightnessChart({ subject, scene, names = THING_AND_SCENE }: Compared) {
  const box = useChart(
    (colour) => ({
      grid: { left: 1, right: 1, top: 4, bottom: 2 },
      xAxis: { type: 'value', min: 0, max: 1, show: false },
      yAxis: { type: 'value', min: 0, max: 1.12, show: false },
      series: [
        {
          ...{ type: 'line', showSymbol: false, silent: true, smooth: true },
          lineStyle: { width: 1, color: colour('primary') },
          areaStyle: { color: colour('primary'), opacity: 0.55 },
          data: points(subject.lightness),
        },
        {
          ...{ type: 'line', showSymbol: false, silent: true, smooth: true },
          lineStyle: { width: 2, color: colour('accent') },
          data: scene ? points(scene.lightness) : [],
        },
      ],
    }),
    [subject, scene],
  );
  const told = (of: Signature) =>
    `from ${of.tones.black.toFixed(0)} to ${of.tones.white.toFixed(0)}, half of it below ${of.tones.median.toFixed(0)}`;
  return (
    <div
      ref={box}
      role="img"
      data-testid="lightness-chart"
      aria-label={[
        `Lightness of ${names[0]}: ${told(subject)}.`,
        ...(scene ? [`Of ${names[1]}: ${told(scene)}.`] : []),
      ].join(' ')}
      className="h-[84px] w-full rounded-md bg-base-200"
    />
  );
}
