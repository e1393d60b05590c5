import type { ValuesOf } from '../../fields';
import { fractalNoise, smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation } from '../generated';
import { filledByPlace, lightOf } from '../pixels';
import type { fog } from './definition';

type Values = ValuesOf<typeof fog.fields>;

/** The finest waves, as a share of the size of a patch: fog has no edges. */
const FINEST = 1 / 9;

/** Banks of fog one behind the other: how far away, how much of the fog, and how large patches are there. */
const BANKS = [
  { away: 1, share: 0.45, large: 0.55 },
  { away: 0.55, share: 0.35, large: 1 },
  { away: 0.2, share: 0.3, large: 2.1 },
] as const;

/** Fog lies in layers: patches are so many times as wide as high. */
const WIDE = 3;

/**
 * How much air lies between the viewer and what is at a height: most at the horizon, less above it, and less towards the
 * viewer's own feet.
 */
function airAt(y: number, horizon: number, height: number, nearer: number): number {
  if (y < horizon) return Math.exp(-(((horizon - y) / height) ** 1.6));
  return 1 / (1 + nearer * 6 * ((y - horizon) / height) * 0.35);
}

/** Fog in banks of fractal noise, by Beer's law: what lies behind it goes over into its colour the more there is of it. */
export const computeFog: GeneratedComputation<Values> = {
  level: ({ size }, scale, extent) =>
    Math.max(0, Math.min(4, Math.floor(Math.log2((size * extent.width * FINEST * scale) / 12)))),
  draw(values, asked) {
    const { width, height } = asked.size;
    const light = lightOf(values.colour);
    const [patch, horizon] = [values.size * width, values.horizon.y * height];
    const high = values.height * height;
    const drift = values.drift * width;
    // Waves shorter than two pixels of the drawing cannot be seen.
    const finest = Math.max(FINEST, 2 / (patch * asked.scale));
    return filledByPlace(asked, (x, y, to, i) => {
      let depth = 0;
      BANKS.forEach(({ away, share, large }, bank) => {
        // Nearer banks begin lower in the picture.
        const ground = horizon + (1 - away) * high * 0.9;
        const air = airAt(y, ground, high * (0.7 + 0.6 * (1 - away)), values.nearer);
        const long = patch * large;
        const noise = fractalNoise(
          (x + drift * (1.4 - away)) / long,
          (y * WIDE) / long,
          asked.seed * 17 + bank * 1009,
          { count: 5, gain: 0.55, finest: finest / large },
        );
        const patchy = smoothstep(-0.55, 0.75, noise) * 2;
        depth += share * air * (1 + values.patches * (patchy - 1));
      });
      const alpha = 1 - Math.exp(-values.density * 1.6 * Math.max(0, depth));
      to[i] = alpha * light[0];
      to[i + 1] = alpha * light[1];
      to[i + 2] = alpha * light[2];
      to[i + 3] = alpha;
    });
  },
};
