import type { Composition, Layer, Rect } from '@diplex/document';
import { COMPOSITE_ROWS } from '@diplex/kernels';
import { type FloatImage, newFloatImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerCoverage, renderContent } from './render-layer';

/** Puts one layer onto `image` in place: content, mask, opacity and blending. */
export function compositeLayer(
  composition: Composition,
  layer: Layer,
  image: FloatImage,
  region: Rect,
  scale: number,
  reader: PixelReader,
): void {
  const content = renderContent(layer, region, scale, composition.mixIn, reader);
  if (!content) return;
  const coverage = layerCoverage(composition, layer, region, scale, reader);
  const composite = COMPOSITE_ROWS[layer.blending];
  composite(image.data, content.data, coverage?.data ?? null, layer.opacity, composition.mixIn);
}

/**
 * The composition in a region: premultiplied RGBA floats in the mixing space, transparent where no
 * layer lies. The same numbers for a pixel whatever the region around it.
 *
 * @param region whole-number output pixels; output pixel (X, Y) covers the composition from
 *   X / scale to (X + 1) / scale
 * @param scale output pixels per composition pixel, greater than 0
 * @param reader pixels at hand; a layer whose source is missing is left out
 */
export function renderComposition(
  composition: Composition,
  region: Rect,
  scale: number,
  reader: PixelReader,
): FloatImage {
  const image = newFloatImage(region.width, region.height);
  for (const layer of composition.layers) {
    if (!layer.shown || layer.opacity === 0) continue;
    compositeLayer(composition, layer, image, region, scale, reader);
  }
  return image;
}
