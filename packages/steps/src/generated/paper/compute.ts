import { decodeExactly, encodeExactly } from '@diplex/kernels';
import type { ValuesOf } from '../../fields';
import { fractalNoise, ridgedNoise } from '../../noise/gradient-noise';
import type { GeneratedComputation } from '../generated';
import { filledByPlace } from '../pixels';
import { reliefGrey } from '../relief-grey';
import type { paper } from './definition';

type Values = ValuesOf<typeof paper.fields>;

/** Stains are so many times as large as the grain of the paper. */
const STAIN = 22;

/** The surface of paper: grain, fibres that lie about in it, and stains, lit from a side. */
export const computePaper: GeneratedComputation<Values> = {
  draw(values, asked) {
    const seed = asked.seed * 41;
    const octaves = { count: 5, gain: 0.6, finest: 2 / (values.size * asked.scale) };
    const height = (x: number, y: number) => {
      const [u, v] = [x / values.size, y / values.size];
      const grain = fractalNoise(u, v, seed, octaves);
      const turn = 1.6 * fractalNoise(u * 0.08, v * 0.08, seed + 3, { ...octaves, count: 2 });
      const fibre = ridgedNoise(u * 0.5 + turn, v * 1.6 - turn, seed + 7, octaves) ** 3;
      return 0.35 * grain + values.fibres * 0.5 * fibre;
    };
    const lit = reliefGrey(height, values.size * 0.08, values.azimuth, 1.6 * values.strength);
    const stain = { count: 4, gain: 0.5, finest: 2 / (values.size * STAIN * asked.scale) };
    return filledByPlace(asked, (x, y, to, i) => {
      lit(x, y, to, i);
      const [u, v] = [x / values.size / STAIN, y / values.size / STAIN];
      const dark = Math.max(0, fractalNoise(u, v, seed + 11, stain)) ** 1.5;
      const value = encodeExactly(to[i] as number) - 0.3 * values.stains * values.strength * dark;
      to.fill(decodeExactly(Math.max(0, value)), i, i + 3);
    });
  },
};
