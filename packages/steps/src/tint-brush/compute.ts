import { oklabOfLight } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { tintBrush } from './definition';

/** a and b of OKLab (Ottosson 2020) become those of the colour; so does lightness, as far as it is not kept. */
export const computeTintBrush: PointComputation<ValuesOf<typeof tintBrush.fields>> = {
  reads: 'point',
  prepare({ colour, keepLightness }) {
    const [r, g, b] = [colour.r, colour.g, colour.b].map((v) => decodeExactly(v / 255));
    const lab = new Float64Array(3);
    oklabOfLight(r as number, g as number, b as number, lab);
    const [lightness = 0, a = 0, by = 0] = lab;
    return [
      {
        oklab: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const was = run[i] as number;
            run[i] = was + (lightness - was) * (1 - keepLightness);
            run[i + 1] = a;
            run[i + 2] = by;
          }
        },
      },
    ];
  },
};
