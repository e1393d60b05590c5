import { LUMA, newCoverage } from '@diplex/imaging';
import { encodeRow, type MixSpaceName, scratchFloats, straightenRow } from '@diplex/kernels';
import { normalised, weighted } from '../blur/compute';
import type { NearComputation } from '../computation';
import type { ValuesOf } from '../fields';
import { skinLikeness } from '../skin-likeness';
import { straightLab } from '../straight-colours';
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

/** Differences of encoded luma from about here on are those of edges, which would get a halo. */
const EDGE = 0.06;

/** What of a difference is below that of edges. */
function belowEdges(difference: number, spared: number): number {
  return spared === 0 ? difference : difference / (1 + spared * (difference / EDGE) ** 2);
}

/** How much each pixel is like skin. */
function likenesses(data: Float32Array, space: MixSpaceName): Float32Array {
  const lab = straightLab(data, space);
  return new Float32Array(data.length / 4).map((_, p) =>
    skinLikeness(lab[p * 4 + 1] as number, lab[p * 4 + 2] as number),
  );
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
  combine({ strength, spareNoise, spareEdges, spareSkin }, own, blurred, space) {
    const skin = spareSkin > 0 ? likenesses(own.data, space) : null;
    const soft = lumaOf(normalised(own, blurred).data, space);
    const luma = lumaOf(own.data, space);
    const { data } = own;
    for (let p = 0, i = 0; i < data.length; p++, i += 4) {
      const was = luma[p] as number;
      const difference = aboveNoise(was - (soft[p] as number), spareNoise);
      const spared = skin ? 1 - spareSkin * (skin[p] as number) : 1;
      const more = strength * spared * belowEdges(difference, spareEdges);
      if (more === 0) continue;
      const ratio = Math.max(0, was + more) / Math.max(DARKEST, was);
      const gain = space === 'light' ? ratio ** 2.2 : ratio;
      for (let c = i; c < i + 3; c++) data[c] = (data[c] as number) * gain;
    }
    return own;
  },
};
