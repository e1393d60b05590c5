import type { Signature } from '@diplex/core';
import { type Compared, THING_AND_SCENE } from './compared';
import { useChart } from './use-chart';

/** The border of the chart, as OKLab's a and b. */
const REACH = 0.16;

/** Rings that help the eye, as shares of the reach. */
const RINGS = [0.5, 1] as const;

const THIRDS = ['darks', 'mids', 'lights'] as const;
const SIZES = [6, 9, 12] as const;

/** Less than that, in hundredths, is not worth a word. */
const SAID = 1;

/** Where a colour lies beside another, by the poles of OKLab. */
function towards(a: number, b: number, nowhere: string): string {
  const words = [
    ...(Math.abs(a) >= SAID ? [`${a > 0 ? 'red' : 'green'} ${Math.abs(a).toFixed(0)}`] : []),
    ...(Math.abs(b) >= SAID ? [`${b > 0 ? 'yellow' : 'blue'} ${Math.abs(b).toFixed(0)}`] : []),
  ];
  return words.length > 0 ? `to ${words.join(', ')}` : nowhere;
}

/** The mean colours of darks, mids and lights: brass rounds for one, sea green squares for the other; from it to that, or from grey. */
export function CastChart({ subject, scene, names = THING_AND_SCENE }: Compared) {
  const ring = (share: number) =>
    Array.from({ length: 49 }, (_, i) => {
      const angle = (i / 48) * 2 * Math.PI;
      return [share * REACH * Math.cos(angle), share * REACH * Math.sin(angle)];
    });
  const places = (of: Signature) =>
    of.chroma.thirds.map(({ a, b }, i) => {
      const by = Math.min(1, REACH / Math.max(1e-6, Math.hypot(a, b)));
      return { value: [a * by, b * by], symbolSize: SIZES[i] };
    });
  const box = useChart(
    (colour) => ({
      grid: { left: 3, right: 3, top: 3, bottom: 3 },
      xAxis: { type: 'value', min: -REACH, max: REACH, show: false },
      yAxis: { type: 'value', min: -REACH, max: REACH, show: false },
      series: [
        ...RINGS.map((share) => ({
          ...{ type: 'line', showSymbol: false, silent: true, data: ring(share) },
          lineStyle: { width: 1, color: colour('base-content'), opacity: 0.25 },
        })),
        ...[
          [
            [-REACH, 0],
            [REACH, 0],
          ],
          [
            [0, -REACH],
            [0, REACH],
          ],
        ].map((data) => ({
          ...{ type: 'line', showSymbol: false, silent: true, data },
          lineStyle: { width: 1, color: colour('base-content'), opacity: 0.18 },
        })),
        {
          ...{ type: 'scatter', silent: true, symbol: 'rect', data: scene ? places(scene) : [] },
          itemStyle: {
            ...{ color: 'transparent', borderColor: colour('accent'), borderWidth: 2 },
          },
        },
        {
          ...{ type: 'scatter', silent: true, symbol: 'circle', data: places(subject) },
          itemStyle: { color: colour('primary') },
        },
      ],
    }),
    [subject, scene],
  );
  const said = THIRDS.map((name, i) => {
    const [own, its] = [subject.chroma.thirds[i], scene?.chroma.thirds[i]];
    if (!own) return { name, words: '' };
    if (!scene) return { name, words: towards(100 * own.a, 100 * own.b, 'grey') };
    const words = its ? towards(100 * (its.a - own.a), 100 * (its.b - own.b), 'agree') : '';
    return { name, words };
  }).reverse();
  return (
    <div className="flex items-center gap-3">
      <div
        ref={box}
        role="img"
        data-testid="cast-chart"
        aria-label={`${scene ? `From ${names[0]} to ${names[1]}` : `The cast of ${names[0]}`}: ${said.map(({ name, words }) => `${name} ${words}`).join('; ')}.`}
        className="size-[108px] shrink-0"
      />
      <dl className="grid gap-1 text-[12px]">
        {said.map(({ name, words }) => (
          <div key={name} className="flex gap-1.5">
            <dt className="text-faint">{name}</dt>
            <dd className="text-quiet">{words}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
