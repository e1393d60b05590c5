import type { ToneComponent, TonesPart } from '@diplex/document';
import { type CoverageImage, type FloatImage, lightness, newCoverage } from '@diplex/imaging';
import { encodeExactly, type MixSpaceName } from '@diplex/kernels';

/** A component of a pixel, 0..1; red, green, blue and saturation of display-encoded values, and how much it covers. */
type Component = (r: number, g: number, b: number, alpha: number) => number;

export const COMPONENTS: Readonly<Record<ToneComponent, Component>> = {
  lightness: (r, g, b) => lightness(r, g, b) / 100,
  red: (r) => r,
  green: (_r, g) => g,
  blue: (_r, _g, b) => b,
  saturation: (r, g, b) => {
    const most = Math.max(r, g, b);
    return most > 0 ? (most - Math.min(r, g, b)) / most : 0;
  },
  coverage: (_r, _g, _b, alpha) => Math.min(1, alpha),
};

/** How a range of a component begins and ends: softly, but in proportion where an edge has to stay what it is. */
const RISES: Readonly<Partial<Record<ToneComponent, (share: number) => number>>> = {
  coverage: (share) => share,
};

const softly = (share: number) => share * share * (3 - 2 * share);

/** The component of every pixel of an image, 0..1, in full precision; 0 where nothing is. */
export function componentOf(
  image: FloatImage,
  component: ToneComponent,
  space: MixSpaceName,
): CoverageImage {
  const out = newCoverage(image.width, image.height);
  const value = COMPONENTS[component];
  const { data } = image;
  const encoded = space === 'light' ? encodeExactly : (v: number) => v;
  for (let i = 0, o = 0; i < data.length; i += 4, o++) {
    const alpha = data[i + 3] as number;
    if (alpha <= 0) continue;
    const [r, g, b] = [0, 1, 2].map((c) =>
      encoded(Math.max(0, Math.min(1, (data[i + c] as number) / alpha))),
    ) as [number, number, number];
    out.data[o] = value(r, g, b, alpha);
  }
  return out;
}

/** How much a component of `value` belongs to the tones of a part: 0..1. */
export function toneCoverage(
  { component, low, high }: Pick<TonesPart, 'component' | 'low' | 'high'>,
  value: number,
): number {
  const shape = RISES[component] ?? softly;
  const rise = (from: number, to: number) => {
    if (value >= to) return 1;
    if (value <= from) return 0;
    return shape((value - from) / (to - from));
  };
  // What begins at the very dark end, or ends at the very light one, holds all that is there.
  const above = low[1] <= 0 ? 1 : rise(low[0], low[1]);
  const below = high[0] >= 1 ? 1 : 1 - rise(high[0], high[1]);
  return Math.max(0, Math.min(above, below));
}
