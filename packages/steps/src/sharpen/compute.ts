import { LUMA, newCoverage } from '@diplex/imaging';
import { encodeRow, type MixSpaceName, scratchFloats, straightenRow } from '@diplex/kernels';
import { normalised, weighted } from '../blur/compute';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { sharpen } from './definition';

type Values = ValuesOf<typeof sharpen.fields>;

const [RED, GREEN, BLUE] = LUMA;

/** Encoded luma of premultiplied pixels. */
function lumaOf(data: Float32Array, space: MixSpaceName): Float32Array {
  const pixels = scratchFloats(data.length);
  pixels.set(data);
  straightenRow(pixels);
  if (space === 'light') encodeRow(pixels);
  const luma = newCoverage(pixels.length / 4, 1).data;
  for (let p = 0, i = 0; i < pixels.length; p++, i += 4) {
    const [r, g, b] = [pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number];
    luma[p] = RED * r + GREEN * g + BLUE * b;
  }
  return luma;
}

/** What of a difference is above noise: less of it the smaller it is. */
function aboveNoise(difference: number, noise: number): number {
  if (noise === 0 || difference === 0) return difference;
  return (difference * difference ** 2) / (noise ** 2 + difference ** 2);
}

/** Encoded luma below this has no colour that could be kept in a ratio. */
const DARKEST = 1 / 255;

/**
 * Adds what a blur takes away (an unsharp mask), in encoded lightness alone: all channels get the same gain of
 * light, so colours do not fringe. What the mask hides is not looked at.
 */
export const computeSharpen: NearComputation<Values> = {
  reads: 'near',
  deviation: ({ radius }) => radius,
  source: (_, image, coverage) => weighted(image, coverage),
  combine({ strength, spareNoise }, own, blurred, space) {
    const soft = lumaOf(normalised(own, blurred).data, space);
    const luma = lumaOf(own.data, space);
    const { data } = own;
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const was = luma[p] as number;
      const more = strength * aboveNoise(was - (soft[p] as number), spareNoise);
      if (more === 0) continue;
      const ratio = Math.max(0, was + more) / Math.max(DARKEST, was);
      const gain = space === 'light' ? ratio ** 2.2 : ratio;
      for (let c = i; c < i + 3; c++) data[c] = (data[c] as number) * gain;
    }
    return own;
  },
};
