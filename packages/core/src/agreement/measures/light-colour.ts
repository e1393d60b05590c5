import { balanceFor } from '@diplex/steps';
import { type LightPatch, luminances } from '../light-patch';
import { Quantiles } from '../quantiles';

/** The colour of the light that falls on what is seen. */
export interface LightColour {
  /** In mired along the way of daylight from D65, warmer above 0. */
  readonly temperature: number;
  /** Across it, towards magenta above 0: see `balanceMatrix`. */
  readonly tint: number;
  /** How far what speaks for it agrees, 0..1. */
  readonly sure: number;
}

/** A channel beyond this may be cut off: such a place does not tell a colour. */
const CLIPPED = 0.97;

/** Which shares of what is seen, by luminance, are looked at: all, the bright, the brightest. */
const WINDOWS = [
  [0, 1],
  [0.9, 0.995],
  [0.97, 0.999],
] as const;

/** When what speaks for the colour differs by so many mired, it is half sure. */
const APART = 60;

type Light = [number, number, number];

/** The mean light of what lies between two luminances. */
function meanBetween(
  { light, weights }: LightPatch,
  of: Float32Array,
  from: number,
  to: number,
): Light {
  const sum: Light = [0, 0, 0];
  for (let p = 0; p < weights.length; p++) {
    const [weight, luminance] = [weights[p] as number, of[p] as number];
    if (weight === 0 || luminance < from || luminance > to) continue;
    sum[0] += weight * (light[p * 3] as number);
    sum[1] += weight * (light[p * 3 + 1] as number);
    sum[2] += weight * (light[p * 3 + 2] as number);
  }
  return sum;
}

/**
 * The colour of the light, from three that speak for it: the mean of all that is seen (Buchsbaum 1980), and that of the
 * bright and of the brightest of it, where highlights and pale surfaces carry the lamp's own colour (Tan, Nishino and
 * Ikeuchi 2004). Colours of things lead the mean astray, single bright things the brightest: their mean is nearer than each.
 * @param patch a little blurred
 * @returns null where nothing is bright enough to tell
 */
export function lightColour(patch: LightPatch): LightColour | null {
  const { light, weights } = patch;
  const counted = new Float32Array(weights.length);
  for (let p = 0, i = 0; p < counted.length; p++, i += 3) {
    const [r, g, b] = [light[i] as number, light[i + 1] as number, light[i + 2] as number];
    if (r < CLIPPED && g < CLIPPED && b < CLIPPED) counted[p] = weights[p] as number;
  }
  const open = { ...patch, weights: counted };
  const of = luminances(open);
  const spread = new Quantiles(of, counted);
  const told = WINDOWS.flatMap(([from, to]) => {
    const [r, g, b] = meanBetween(open, of, spread.at(from), to === 1 ? 4 : spread.at(to));
    const all = r + g + b;
    const found = all > 0 ? balanceFor([r / all, g / all, b / all]) : null;
    return found ? [found] : [];
  });
  if (told.length === 0) return null;
  const mean = (by: 'temperature' | 'tint') =>
    told.reduce((sum, each) => sum + each[by], 0) / told.length;
  const [temperature, tint] = [mean('temperature'), mean('tint')];
  const away = told.map((each) => Math.hypot(each.temperature - temperature, each.tint - tint));
  const apart = Math.max(...away) / APART;
  // What makes a light neutral is its opposite.
  return { temperature: -temperature, tint: -tint, sure: 1 / (1 + apart * apart) };
}
