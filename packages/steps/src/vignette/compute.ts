import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { vignette } from './definition';

type Values = ValuesOf<typeof vignette.fields>;

/** All the way lighter or darker is so many stops. */
const STOPS = 3;

/**
 * The gain of light at a place: 1 within the oval, and smoothly two to the power of the stops beyond it.
 * @param u, v shares of the width and the height of what it works on
 * @param aspect its width for each of its height
 */
export function vignetteGain(u: number, v: number, aspect: number, values: Values): number {
  const { strength, size, softness, roundness, middle } = values;
  // An oval as the frame is, or a circle about half as wide as its diagonal.
  const across = 0.5 * (1 - roundness) + (roundness * Math.hypot(aspect, 1)) / (2 * aspect);
  const down = 0.5 * (1 - roundness) + (roundness * Math.hypot(aspect, 1)) / 2;
  const away = Math.hypot((u - middle.x) / across, (v - middle.y) / down) / Math.SQRT2;
  const edge = Math.max(0, Math.min(1, (away - size * (1 - softness)) / (2 * size * softness)));
  return 2 ** (-STOPS * strength * edge * edge * (3 - 2 * edge));
}

export const computeVignette: PointComputation<Values> = {
  reads: 'point',
  prepare: (values) => [
    {
      space: 'light',
      load:
        () =>
        (run, { u, v, du, dv, aspect }) => {
          for (let i = 0, p = 0; i < run.length; i += 4, p++) {
            const gain = vignetteGain(u + p * du, v + p * dv, aspect, values);
            for (let c = i; c < i + 3; c++) run[c] = (run[c] as number) * gain;
          }
        },
    },
  ],
};
