import type { ComponentMix, ComponentPart, ViewComponent } from '@diplex/document';
import {
  type CoverageImage,
  type FloatImage,
  lightness,
  newCoverage,
  oklabOfLight,
} from '@diplex/imaging';
import { decodeExactly, encodeExactly, type MixSpaceName } from '@diplex/kernels';

/** Colours are as far from grey as this at most, in OKLab. */
const MOST_CHROMA = 0.33;

/** A component of a display-encoded colour: 0 to 1, where grey has 0.5 in those that go both ways. */
type Component = (r: number, g: number, b: number) => number;

const lab = new Float64Array(3);
const oklab = (r: number, g: number, b: number) => {
  oklabOfLight(decodeExactly(r), decodeExactly(g), decodeExactly(b), lab);
  return lab as unknown as readonly [number, number, number];
};
const bothWays = (value: number) => 0.5 + value / (2 * MOST_CHROMA);

export const VIEWED: Readonly<Record<ViewComponent, Component>> = {
  red: (r) => r,
  green: (_r, g) => g,
  blue: (_r, _g, b) => b,
  lightness: (r, g, b) => lightness(r, g, b) / 100,
  chroma: (r, g, b) => {
    const [, a, c] = oklab(r, g, b);
    return Math.hypot(a, c) / MOST_CHROMA;
  },
  'OKLab a': (r, g, b) => bothWays(oklab(r, g, b)[1]),
  'OKLab b': (r, g, b) => bothWays(oklab(r, g, b)[2]),
  range: (r, g, b) => Math.max(r, g, b) - Math.min(r, g, b),
  'warm-cool': (r, _g, b) => 0.5 + (r - b) / 2,
};

/** A mix of components of a display-encoded colour. */
export function mixOf(mix: ComponentMix): Component {
  const terms = (Object.entries(mix) as [ViewComponent, number][])
    .filter(([, factor]) => factor !== 0)
    .map(([name, factor]) => ({ factor, value: VIEWED[name] }));
  return (r, g, b) => {
    let sum = 0;
    for (const { factor, value } of terms) sum += factor * value(r, g, b);
    return sum;
  };
}

/** How much of a mix's `value` is covered, 0..1. */
export function componentCoverage(
  { black, white, gamma }: Pick<ComponentPart, 'black' | 'white' | 'gamma'>,
  value: number,
): number {
  const share = Math.max(0, Math.min(1, (value - black) / (white - black)));
  return gamma === 1 ? share : share ** (1 / gamma);
}

/** The coverage of every pixel of an image; that of black where nothing is. */
export function componentsIn(
  part: ComponentPart,
  { width, height, data }: FloatImage,
  space: MixSpaceName,
): CoverageImage {
  const out = newCoverage(width, height);
  const value = mixOf(part.mix);
  const encoded = space === 'light' ? encodeExactly : (v: number) => v;
  const channel = (v: number, alpha: number) => encoded(Math.max(0, Math.min(1, v / alpha)));
  const nothing = componentCoverage(part, value(0, 0, 0));
  for (let i = 0, o = 0; i < data.length; i += 4, o++) {
    const alpha = data[i + 3] as number;
    if (alpha <= 0) {
      out.data[o] = nothing;
      continue;
    }
    const r = channel(data[i] as number, alpha);
    const g = channel(data[i + 1] as number, alpha);
    const b = channel(data[i + 2] as number, alpha);
    out.data[o] = componentCoverage(part, value(r, g, b));
  }
  return out;
}
