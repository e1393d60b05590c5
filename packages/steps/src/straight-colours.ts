import type { CoverageImage } from '@diplex/imaging';
import {
  decodeInPlace,
  encodeRow,
  labRow,
  lightRow,
  type MixSpaceName,
  premultiplyRow,
  scratchFloats,
  straightenRow,
} from '@diplex/kernels';

/**
 * A copy of premultiplied pixels as straight linear light.
 * @param data in `space`
 */
export function straightLight(data: Float32Array, space: MixSpaceName): Float32Array {
  const pixels = scratchFloats(data.length);
  pixels.set(data);
  straightenRow(pixels);
  if (space === 'encoded') decodeInPlace(pixels);
  return pixels;
}

/** A copy of premultiplied pixels as straight OKLab. */
export function straightLab(data: Float32Array, space: MixSpaceName): Float32Array {
  const pixels = straightLight(data, space);
  labRow(pixels);
  return pixels;
}

/** Puts straight OKLab into the place of premultiplied pixels; it is used up. */
export function putLab(lab: Float32Array, data: Float32Array, space: MixSpaceName): void {
  lightRow(lab);
  if (space === 'encoded') encodeRow(lab);
  premultiplyRow(lab);
  data.set(lab);
}

/**
 * Straight pixels that count as much as they show: alpha times coverage, in place.
 * @param coverage where they show; null for everywhere
 */
export function countShown(data: Float32Array, coverage: CoverageImage | null): void {
  if (!coverage) return;
  for (let p = 0; p < coverage.data.length; p++) {
    data[p * 4 + 3] = (data[p * 4 + 3] as number) * (coverage.data[p] as number);
  }
}
