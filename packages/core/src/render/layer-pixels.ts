import type { Composition, Layer, Rect } from '@diplex/document';
import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { graphOf } from '../graph/composition-graph';
import { renderNode } from '../graph/render-node';
import type { PixelReader } from '../pixels/pixel-reader';

/** A layer's own pixels in a region, without mask and opacity, premultiplied; null where it has none. */
export function layerPicture(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): FloatImage | null {
  const { picture } = graphOf(composition).layer(layer);
  return renderNode(picture, region, scale, reader) as FloatImage | null;
}

/** The layer's mask in a region as it is used: turned round, at its density; null when it has none. */
export function layerMask(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage | null {
  const { mask } = graphOf(composition).layer(layer);
  return mask && (renderNode(mask, region, scale, reader) as CoverageImage | null);
}

/** Where the layer shows: the coverage of its rectangle times its mask; null for everywhere. */
export function layerCoverage(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage | null {
  const { coverage } = graphOf(composition).layer(layer);
  return coverage && (renderNode(coverage, region, scale, reader) as CoverageImage | null);
}
