import { oklabOfLight } from '@diplex/imaging';
import { type LightPatch, luminances } from '../light-patch';
import { Quantiles } from '../quantiles';

/** The mean colour of a part of what is seen: OKLab's a and b. */
export interface Cast {
  readonly a: number;
  readonly b: number;
}

export interface Chroma {
  /** The mean distance from grey in OKLab. */
  readonly mean: number;
  /** The mean colour of the dark, the middle and the light third. */
  readonly thirds: readonly [dark: Cast, middle: Cast, light: Cast];
}

/** @param patch a little blurred */
export function chromaOf(patch: LightPatch): Chroma {
  const { light, weights } = patch;
  const of = luminances(patch);
  const spread = new Quantiles(of, weights);
  const [lower, upper] = [spread.at(1 / 3), spread.at(2 / 3)];
  const lab = new Float32Array(3);
  const sums = [0, 1, 2].map(() => ({ a: 0, b: 0, all: 0 }));
  let [chroma, all] = [0, 0];
  for (let p = 0, i = 0; p < weights.length; p++, i += 3) {
    const weight = weights[p] as number;
    if (weight === 0) continue;
    oklabOfLight(light[i] as number, light[i + 1] as number, light[i + 2] as number, lab, 0);
    const [, a = 0, b = 0] = lab;
    const luminance = of[p] as number;
    const third = sums[luminance < lower ? 0 : luminance < upper ? 1 : 2];
    if (third) {
      third.a += weight * a;
      third.b += weight * b;
      third.all += weight;
    }
    chroma += weight * Math.sqrt(a * a + b * b);
    all += weight;
  }
  const cast = (i: number): Cast => {
    const { a, b, all: sum } = sums[i] ?? { a: 0, b: 0, all: 0 };
    return sum > 0 ? { a: a / sum, b: b / sum } : { a: 0, b: 0 };
  };
  return { mean: all > 0 ? chroma / all : 0, thirds: [cast(0), cast(1), cast(2)] };
}
