import {
  boundsAfter,
  type Composition,
  type Layer,
  layerBounds,
  roundOut,
  scaling,
} from '@diplex/document';
import { encodeExactly } from '@diplex/kernels';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerCoverage, layerPicture } from './layer-pixels';
import type { Colour } from './view';

/** It is measured on a picture of at most this side. */
const SIDE = 256;

/** The mean colour of what a layer's mask shows of it, in light; null when that is nothing. */
export function meanColour(
  composition: Composition,
  layer: Layer,
  reader: PixelReader,
): Colour | null {
  const bounds = layerBounds(composition, layer);
  const scale = Math.min(1, SIDE / Math.max(bounds.width, bounds.height));
  const region = roundOut(boundsAfter(scaling(scale, scale), bounds));
  const content = layerPicture({ ...composition, mixIn: 'light' }, layer, region, scale, reader);
  const coverage = layerCoverage(composition, layer, region, scale, reader);
  if (!content) return null;
  const sum = [0, 0, 0, 0];
  for (let p = 0; p < region.width * region.height; p++) {
    const shown = coverage ? (coverage.data[p] as number) : 1;
    for (let c = 0; c < 4; c++) {
      sum[c] = (sum[c] as number) + shown * (content.data[p * 4 + c] as number);
    }
  }
  const [red = 0, green = 0, blue = 0, alpha = 0] = sum;
  if (alpha < 1e-6) return null;
  const channel = (value: number) => Math.round(255 * encodeExactly(value / alpha));
  return { r: channel(red), g: channel(green), b: channel(blue) };
}
