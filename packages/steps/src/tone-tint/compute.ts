import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { toneTint } from './definition';

type Values = ValuesOf<typeof toneTint.fields>;

/** Lightness is looked up so finely. */
const STEPS = 1024;

/** OKLab of the colour that a lightness of 0..1 gets: straight between the colours on its two sides. */
export function tintAt({ colours }: Values, lightness: number): readonly [number, number, number] {
  const after = colours.findIndex(({ at }) => at >= lightness);
  const high = colours[after < 0 ? colours.length - 1 : after] as (typeof colours)[number];
  const low = colours[after < 0 ? colours.length - 1 : Math.max(0, after - 1)] ?? high;
  const share = high.at > low.at ? (lightness - low.at) / (high.at - low.at) : 0;
  const labOf = ({ colour: { r, g, b } }: typeof high) => {
    const lab = new Float64Array(3);
    oklabOfLight(decodeExactly(r / 255), decodeExactly(g / 255), decodeExactly(b / 255), lab);
    return lab;
  };
  const [first, last] = [labOf(low), labOf(high)];
  const mixed = (c: number) =>
    (first[c] as number) + ((last[c] as number) - (first[c] as number)) * share;
  return [mixed(0), mixed(1), mixed(2)];
}

export const computeToneTint: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const table = new Float64Array((STEPS + 2) * 3);
    for (let i = 0; i <= STEPS + 1; i++) table.set(tintAt(values, Math.min(1, i / STEPS)), i * 3);
    const keeps = values.lightness === 'picture';
    return [
      {
        oklab: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const lightness = run[i] as number;
            const place = Math.max(0, Math.min(1, lightness)) * STEPS;
            const low = Math.trunc(place);
            const share = place - low;
            for (let c = keeps ? 1 : 0; c < 3; c++) {
              const first = table[low * 3 + c] as number;
              run[i + c] = first + ((table[low * 3 + 3 + c] as number) - first) * share;
            }
          }
        },
      },
    ];
  },
};
