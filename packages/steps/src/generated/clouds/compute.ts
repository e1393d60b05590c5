import type { ValuesOf } from '../../fields';
import { drawnShare, fractalNoise, ridgedNoise, smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { filledByPlace, lightOf } from '../pixels';
import type { clouds } from './definition';

type Values = ValuesOf<typeof clouds.fields>;

/** The finest waves of a cloud, as a share of its size. */
const FINEST = 1 / 90;

/** How much round heaps count beside what is merely torn, and how much smaller they are. */
const [PUFFY, FINER] = [0.55, 2.2];

/** So near the horizon clouds are no longer told apart, as a share of the way up to the zenith. */
const LEAST_UP = 0.045;

/** Light is looked for so far towards where it comes from, as shares of the size of a cloud. */
const TOWARDS = [0.06, 0.16] as const;

/** Seen from the front, clouds are so many times as wide as high. */
const HIGH = 1.4;

/** How long the lens is, as a share of the width of the picture. */
const CAMERA = 0.9;

/** A place of the layer of clouds, in units of their size. */
interface SkyPlace {
  readonly u: number;
  readonly v: number;
  /** How many times as far away as overhead. */
  readonly far: number;
  /** 0 where it is too near the horizon to be told apart. */
  readonly near: number;
}

/** From a place of the picture to one of the layer of clouds, in units of their size; null below the horizon. */
function skyOf(values: Values, { size }: GeneratedPart) {
  const horizon = values.horizon.y * size.height;
  const middle = size.width / 2;
  const long = values.size * size.width;
  return (x: number, y: number): SkyPlace | null => {
    const up = (horizon - y) / Math.max(1, horizon);
    if (up <= 0) return null;
    const rise = Math.max(LEAST_UP, up);
    // A flat ceiling seen from below goes away from the viewer with one over the height in the picture.
    const far = 1 + values.flat * (1 / rise - 1);
    const front = (up * horizon * HIGH) / long;
    const ceiling = (-CAMERA * size.width) / long / rise;
    return {
      u: ((x - middle) / long) * far + values.drift / values.size,
      v: (1 - values.flat) * front + values.flat * ceiling,
      far,
      near: smoothstep(LEAST_UP, 2.5 * LEAST_UP, up),
    };
  };
}

/** Heaps of fractal noise on a ceiling, cut off where there is too little of it, lit from a side by how much lies in between. */
export const computeClouds: GeneratedComputation<Values> = {
  draw(values, asked) {
    const lit = lightOf(values.colour);
    const shade = lightOf(values.shade);
    const sky = skyOf(values, asked);
    const long = values.size * asked.size.width * asked.scale;
    const seed = asked.seed * 19;
    const cut = 0.62 - 1.25 * values.cover;
    const soft = 0.06 + 0.55 * values.softness;
    const octavesAt = (far: number, count: number) => ({
      ...{ count, gain: 0.53 },
      finest: Math.max(FINEST, (2 * far * Math.max(1, values.flat * far)) / long),
    });
    const density = (u: number, v: number, far: number, count: number) => {
      const octaves = octavesAt(far, count);
      // Heaps are pulled about by what is larger than they are.
      const warp = 0.22;
      const wu = u + warp * fractalNoise(u * 1.3, v * 1.3, seed + 401, { ...octaves, count: 2 });
      const wv =
        v + warp * fractalNoise(u * 1.3 + 9, v * 1.3, seed + 409, { ...octaves, count: 2 });
      const value = fractalNoise(wu, wv, seed, octaves);
      // The edges of heaps are round, like cauliflower.
      const small = { ...octaves, count: count - 1, finest: octaves.finest * FINER };
      const share = drawnShare(small);
      const round = 0.55 * share - ridgedNoise(wu * FINER, wv * FINER, seed + 77, small);
      return value + PUFFY * round - cut;
    };
    const angle = (values.azimuth * Math.PI) / 180;
    const [tu, tv] = [Math.sin(angle), -Math.cos(angle)];
    return filledByPlace(asked, (x, y, to, i) => {
      const at = sky(x, y);
      const value = at ? density(at.u, at.v, at.far, 7) : -1;
      // What is too fine to be drawn leaves edges as soft as its mean would be.
      const lost = at ? 0.7 * (1 - drawnShare(octavesAt(at.far, 7))) : 0;
      const solid = smoothstep(-lost, soft + lost, value);
      if (!at || solid <= 0) {
        to.fill(0, i, i + 4);
        return;
      }
      const here = Math.max(0, value);
      const alpha = at.near * solid * (1 - Math.exp(-values.thickness * (1.2 + 6 * here)));
      let between = here * 0.5;
      for (const far of TOWARDS) {
        between += Math.max(0, density(at.u + tu * far, at.v + tv * far, at.far, 4));
      }
      const bright = Math.exp(-values.thickness * 1.5 * between);
      // Far away they go over into the light of the sky between.
      const haze = smoothstep(0.5, 6, at.far) * 0.5;
      const share = bright + haze * (0.75 - bright);
      for (let c = 0; c < 3; c++) {
        const value = (shade[c] as number) + share * ((lit[c] as number) - (shade[c] as number));
        to[i + c] = alpha * value;
      }
      to[i + 3] = alpha * (1 - 0.4 * haze);
      const kept = to[i + 3] as number;
      for (let c = 0; c < 3; c++)
        to[i + c] = Math.min(kept, (to[i + c] as number) * (1 - 0.4 * haze));
    });
  },
};
