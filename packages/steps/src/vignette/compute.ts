import { decodeExactly } from '@diplex/kernels';
import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { vignette } from './definition';

type Values = ValuesOf<typeof vignette.fields>;

/** All the way lighter or darker is so many stops. */
const STOPS = 3;

/** Gains are looked up for squares of distances, so finely; beyond the last they stay. */
const [STEPS, FARTHEST] = [2048, 16];

/** How far the oval reaches across and down: that of the frame, or a circle through its corners. */
function reachOf({ roundness }: Values, aspect: number): { across: number; down: number } {
  const diagonal = Math.hypot(aspect, 1) / 2;
  const mixed = (half: number, round: number) => half + (round - half) * roundness;
  return { across: mixed(0.5, diagonal / aspect), down: mixed(0.5, diagonal) };
}

/** The gain of light so far from the middle, 1 at a corner of the oval's box. */
function gainAt(away: number, { strength, size, softness }: Values): number {
  const edge = Math.max(0, Math.min(1, (away - size * (1 - softness)) / (2 * size * softness)));
  return 2 ** (-STOPS * strength * edge * edge * (3 - 2 * edge));
}

/**
 * The gain of light at a place: 1 within the oval, and smoothly two to the power of the stops beyond it.
 * @param u, v shares of the width and the height of what it works on
 * @param aspect its width for each of its height
 */
export function vignetteGain(u: number, v: number, aspect: number, values: Values): number {
  const { across, down } = reachOf(values, aspect);
  const { middle } = values;
  const away = Math.hypot((u - middle.x) / across, (v - middle.y) / down) / Math.SQRT2;
  return gainAt(away, values);
}

export const computeVignette: PointComputation<Values> = {
  reads: 'point',
  prepare(values) {
    const gains = Float64Array.from({ length: STEPS + 2 }, (_, i) =>
      gainAt(Math.sqrt((i / STEPS) * FARTHEST), values),
    );
    const { middle, colour } = values;
    const [red, green, blue] = [colour.r, colour.g, colour.b].map((each) =>
      decodeExactly(each / 255),
    ) as [number, number, number];
    return [
      {
        light:
          () =>
          (run, { u, v, du, dv, first, aspect }) => {
            const { across, down } = reachOf(values, aspect);
            const count = run.length / 4;
            for (let p = 0, i = 0; p < count; p++, i += 4) {
              const x = (u + (first + p) * du - middle.x) / across;
              const y = (v + (first + p) * dv - middle.y) / down;
              const place = Math.min(STEPS, ((x * x + y * y) / 2) * (STEPS / FARTHEST));
              const low = Math.trunc(place);
              const gain =
                (gains[low] as number) +
                ((gains[low + 1] as number) - (gains[low] as number)) * (place - low);
              const left = Math.max(0, 1 - gain);
              run[i] = (run[i] as number) * gain + left * red;
              run[i + 1] = (run[i + 1] as number) * gain + left * green;
              run[i + 2] = (run[i + 2] as number) * gain + left * blue;
            }
          },
      },
    ];
  },
};
