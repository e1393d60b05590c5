import { unwrittenImage } from '@diplex/imaging';
import { decodeExactly } from '@diplex/kernels';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { glow } from './definition';

type Values = ValuesOf<typeof glow.fields>;

/** A glow is about so many deviations wide. */
const DEVIATIONS = 2.5;

/** A glow that is wholly solid has its full strength from this share of the blurred edge on. */
const SOLID_FROM = 0.04;

/**
 * A colour as strong as the thing's blurred alpha, beyond its edge (outward, laid under it) or within (inward, over
 * it). It goes by the thing as its mask leaves it, whatever its content shows.
 */
export const computeGlow: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ size }) => size / DEVIATIONS,
  covered: () => true,
  spreads: ({ way }) => way === 'outward',
  lays: ({ way }) => (way === 'outward' ? 'under' : 'over'),
  source(_, image) {
    const { data } = unwrittenImage(image.width, image.height);
    for (let i = 0; i < data.length; i += 4) data.fill(image.data[i + 3] as number, i, i + 4);
    return data;
  },
  combine({ way, colour, solid }, own, blurred, space) {
    const { data } = blurred;
    const tone = [colour.r, colour.g, colour.b].map((value) =>
      space === 'light' ? decodeExactly(value / 255) : value / 255,
    );
    const full = 1 - solid * (1 - SOLID_FROM);
    for (let i = 0; i < data.length; i += 4) {
      const alpha = own.data[i + 3] as number;
      const near = Math.max(0, Math.min(1, data[i + 3] as number));
      const lit =
        way === 'outward'
          ? Math.min(1, near / full) * (1 - alpha)
          : Math.min(1, (1 - near) / full) * alpha;
      for (let c = 0; c < 3; c++) data[i + c] = lit * (tone[c] as number);
      data[i + 3] = lit;
    }
    return blurred;
  },
};
