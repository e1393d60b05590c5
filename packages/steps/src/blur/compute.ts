import { type CoverageImage, type FloatImage, unwrittenImage } from '@diplex/imaging';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { blur } from './definition';

type Values = ValuesOf<typeof blur.fields>;

/** Where so little of what shows lies near, nothing can be said of its colours. */
const LEAST_NEAR = 1e-4;

/** An image times its coverage: what is hidden counts nothing in a blur of it. */
export function weighted(image: FloatImage, coverage: CoverageImage | null): Float32Array {
  if (!coverage) return image.data;
  const { data } = unwrittenImage(image.width, image.height);
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const share = coverage.data[p] as number;
    for (let c = i; c < i + 4; c++) data[c] = share * (image.data[c] as number);
  }
  return data;
}

/**
 * Means of the colours that show nearby, with the alpha that there was: a normalised convolution (Knutsson and
 * Westin 1993).
 * @param blurred of what was weighed; it becomes the result
 */
export function normalised(own: FloatImage, blurred: FloatImage): FloatImage {
  const { data } = blurred;
  for (let i = 0; i < data.length; i += 4) {
    const near = data[i + 3] as number;
    const alpha = own.data[i + 3] as number;
    const known = near > LEAST_NEAR;
    for (let c = i; c < i + 3; c++) {
      data[c] = known ? ((data[c] as number) / near) * alpha : (own.data[c] as number);
    }
    data[i + 3] = alpha;
  }
  return blurred;
}

/**
 * A Gaussian blur. With its edge kept, colours are means of what shows nearby, so that what the mask hides does not
 * bleed in; with its edge softened the thing is blurred as it was cut out.
 */
export const computeBlur: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ size }) => size,
  covered: ({ edge }) => edge === 'softened',
  spreads: ({ edge }) => edge === 'softened',
  source: (_, image, coverage) => weighted(image, coverage),
  combine: ({ edge }, own, blurred) => (edge === 'softened' ? blurred : normalised(own, blurred)),
};
