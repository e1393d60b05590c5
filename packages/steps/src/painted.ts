import type { CoverageImage, FloatImage } from '@diplex/imaging';
import {
  decodeInPlace,
  encodeRow,
  type MixSpaceName,
  premultiplyRow,
  scratchFloats,
} from '@diplex/kernels';
import type { GatherComputation } from './computation';
import { countShown, straightLight } from './straight-colours';

/** What steps that paint a picture anew have in common: they look at encoded colours that show, and give such. */
export const paints = {
  reads: 'gather',
  /** Encoded, premultiplied by what shows. */
  source(
    _: unknown,
    image: FloatImage,
    coverage: CoverageImage | null,
    space: MixSpaceName,
  ): Float32Array {
    const data = straightLight(image.data, space);
    encodeRow(data);
    countShown(data, coverage);
    premultiplyRow(data);
    return data;
  },
  /** Straight encoded colours under the alpha that there was; where their own is 0 nothing was painted. */
  combine(_: unknown, own: FloatImage, gathered: FloatImage, space: MixSpaceName): FloatImage {
    const { data } = gathered;
    const painted = scratchFloats(data.length);
    painted.set(data);
    if (space === 'light') decodeInPlace(painted);
    for (let i = 0; i < data.length; i += 4) {
      if ((data[i + 3] as number) === 0) continue;
      const alpha = own.data[i + 3] as number;
      for (let c = i; c < i + 3; c++) own.data[c] = alpha * (painted[c] as number);
    }
    return own;
  },
} satisfies Omit<GatherComputation<unknown>, 'looks' | 'gather'>;
