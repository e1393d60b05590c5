import { LUMA } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { colourGel } from './definition';

type Values = ValuesOf<typeof colourGel.fields>;

const [RED, GREEN, BLUE] = LUMA;

/** No gel lets less through of a colour than this. */
const LEAST = 1 / 512;

/** What a gel lets through of red, green and blue light: the more layers of it, the power of one (Beer and Lambert). */
export function letThrough({ colour, density }: Values): [number, number, number] {
  const through = (value: number) => Math.max(LEAST, decodeExactly(value / 255)) ** density;
  return [through(colour.r), through(colour.g), through(colour.b)];
}

export const computeColourGel: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const [r, g, b] = letThrough(values);
    const { keepLightness: kept } = values;
    return [
      {
        light: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const [x, y, z] = [run[i] as number, run[i + 1] as number, run[i + 2] as number];
            const was = RED * x + GREEN * y + BLUE * z;
            const is = RED * x * r + GREEN * y * g + BLUE * z * b;
            const back = is > 0 && was > 0 ? 1 + (was / is - 1) * kept : 1;
            run[i] = x * r * back;
            run[i + 1] = y * g * back;
            run[i + 2] = z * b * back;
          }
        },
      },
    ];
  },
};
