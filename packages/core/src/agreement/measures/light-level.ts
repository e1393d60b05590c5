import { type LightPatch, luminances } from '../light-patch';
import { Quantiles } from '../quantiles';

/** How much light there is, in stops below white. */
export interface LightLevel {
  /** Of the bright surfaces: only one in twenty is brighter. */
  readonly bright: number;
  /** Of all, as the mean of logarithms. */
  readonly mean: number;
}

/** So much light is in the darkest that is told apart. */
const DARKEST = 1e-3;

/** @param patch a little blurred */
export function lightLevel(patch: LightPatch): LightLevel {
  const { weights } = patch;
  const of = luminances(patch);
  const bright = Math.log2(Math.max(DARKEST, new Quantiles(of, weights).at(0.95)));
  let [sum, all] = [0, 0];
  for (let p = 0; p < of.length; p++) {
    sum += (weights[p] as number) * Math.log2((of[p] as number) + DARKEST);
    all += weights[p] as number;
  }
  return { bright, mean: all > 0 ? sum / all : 0 };
}
