import type { ValuesOf } from '../../fields';
import { fractalNoise, ridgedNoise, smoothstep } from '../../noise/gradient-noise';
import type { GeneratedComputation, GeneratedPart } from '../generated';
import { filledByPlace, lightOf } from '../pixels';
import type { smoke } from './definition';

type Values = ValuesOf<typeof smoke.fields>;

/** The finest filaments, as a share of the width of the plume. */
const FINEST = 1 / 40;

/** How far eddies fold the smoke over. */
const CURLED = 1.1;

/** Light is looked for so far towards where it comes from, as a share of the width. */
const TOWARDS = 0.35;

/** How dense the plume is at a place of the layer: along its way it widens, meanders, thins out and tears into wisps. */
function plumeOf(values: Values, { size, seed, scale }: GeneratedPart) {
  const [ax, ay] = [values.from.x * size.width, values.from.y * size.height];
  const [bx, by] = [values.to.x * size.width, values.to.y * size.height];
  const long = Math.max(1, Math.hypot(bx - ax, by - ay));
  const [dx, dy] = [(bx - ax) / long, (by - ay) / long];
  const own = values.width * Math.max(size.width, size.height);
  const calm = { count: 3, gain: 0.5, finest: 2 / (own * 2 * scale) };
  const noise = (x: number, y: number, k: number) => fractalNoise(x, y, seed * 23 + k, calm);
  return (x: number, y: number): number => {
    const along = ((x - ax) * dx + (y - ay) * dy) / long;
    const aside = (x - ax) * -dy + (y - ay) * dx;
    if (along < -0.08 || along > 1.25) return 0;
    const s = Math.max(0, along);
    const wide = own * (0.45 + values.spread * 3.2 * s ** 0.85);
    const reach = wide * (2.2 + 2 * values.turbulence);
    if (Math.abs(aside) > reach * 1.6) return 0;
    // It swings the more the farther it has come, and eddies carry it about.
    const [u, v] = [aside / own, (along * long) / own];
    const swing =
      values.turbulence * s * 2.4 * own * noise(v * 0.09, 0.5, 11) * (0.6 + values.spread);
    const eddies = values.turbulence * (0.25 + s) * 0.9;
    const eu = eddies * noise(u * 0.32, v * 0.22, 31);
    const ev = eddies * noise(u * 0.32 + 40, v * 0.22, 37);
    const n = (aside - swing) / wide + (eu * own * 1.6) / wide;
    const profile = Math.exp(-n * n * 1.7) * smoothstep(-0.05, 0.06, along);
    if (profile < 0.002) return 0;
    const fine = { count: 6, gain: 0.56, finest: Math.max(FINEST, 2 / (own * scale)) };
    // Filaments are drawn out along the way.
    const [pu, pv] = [u * 0.5 + 1.5 * eu, v * 0.36 + 1.5 * ev];
    // Folded over and over: noise of places that noise has moved (Quilez 2002).
    const few = { ...fine, count: 3 };
    const fold = CURLED * values.turbulence * (0.5 + s);
    const qu = fractalNoise(pu, pv, seed * 23 + 51, few);
    const qv = fractalNoise(pu + 5.2, pv + 1.3, seed * 23 + 53, few);
    const [wu, wv] = [pu + fold * qu, pv + fold * qv];
    const ru = fractalNoise(wu * 1.2 + 1.7, wv * 1.2 + 9.2, seed * 23 + 57, few);
    const rv = fractalNoise(wu * 1.2 + 8.3, wv * 1.2 + 2.8, seed * 23 + 59, few);
    const [fu, fv] = [pu + fold * ru, pv + fold * rv];
    const soft = Math.max(0, 0.5 + 0.85 * fractalNoise(fu, fv, seed * 23 + 61, fine));
    const torn = ridgedNoise(fu * 0.9, fv * 0.9, seed * 23 + 71, fine);
    const wisp = smoothstep(0.3, 0.85, torn) * 1.5;
    const texture = soft + values.wisps * (wisp * (0.4 + 0.6 * soft) - soft);
    const thin = 1 / (1 + 2.2 * values.spread * s);
    const end = 1 - values.fades * smoothstep(0.25, 1.2, along);
    return Math.max(0, profile * texture * thin * end);
  };
}

/** A plume of smoke: what lies behind it goes over into its colour by Beer's law, darker away from the light. */
export const computeSmoke: GeneratedComputation<Values> = {
  level: ({ width }, scale, { width: across, height }) =>
    Math.max(
      0,
      Math.min(2, Math.floor(Math.log2((width * Math.max(across, height) * scale) / 90))),
    ),
  draw(values, asked) {
    const light = lightOf(values.colour);
    const density = plumeOf(values, asked);
    const angle = (values.azimuth * Math.PI) / 180;
    const far = TOWARDS * values.width * Math.max(asked.size.width, asked.size.height);
    const [tx, ty] = [Math.sin(angle) * far, -Math.cos(angle) * far];
    const strong = 3 * values.density;
    return filledByPlace(asked, (x, y, to, i) => {
      const here = density(x, y);
      if (here <= 0) {
        to.fill(0, i, i + 4);
        return;
      }
      const alpha = 1 - Math.exp(-strong * here);
      const between = here + 1.6 * density(x + tx, y + ty);
      const bright = 0.45 + 0.55 * Math.exp(-strong * 0.8 * between);
      to[i] = alpha * bright * light[0];
      to[i + 1] = alpha * bright * light[1];
      to[i + 2] = alpha * bright * light[2];
      to[i + 3] = alpha;
    });
  },
};
