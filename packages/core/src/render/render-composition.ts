import type { Composition, Rect } from '@diplex/document';
import { type FloatImage, newFloatImage } from '@diplex/imaging';
import { graphOf } from '../graph/composition-graph';
import type { Leaves } from '../graph/node';
import { neededBy, type RenderPlan, renderNode } from '../graph/render-node';
import { viewGraph } from '../graph/view-graph';
import type { PixelReader } from '../pixels/pixel-reader';
import type { View } from './view';

/**
 * The composition in a region: premultiplied RGBA floats in the mixing space, transparent where no
 * layer lies. The same numbers for a pixel whatever the region around it.
 *
 * @param region whole-number output pixels; output pixel (X, Y) covers the composition from
 *   X / scale to (X + 1) / scale
 * @param scale output pixels per composition pixel, greater than 0
 * @param reader pixels at hand; it is told of those that are missing, whose layer is left out
 * @throws RenderStopped when the plan says so
 */
export function renderComposition(
  composition: Composition,
  region: Rect,
  scale: number,
  reader: PixelReader,
  plan: RenderPlan = {},
): FloatImage {
  const image = renderNode(graphOf(composition).root, region, scale, reader, plan);
  return (image as FloatImage | null) ?? newFloatImage(region.width, region.height);
}

/** The source tiles and painted tiles that drawing a region of a view reads. */
export function neededPixels(
  composition: Composition,
  region: Rect,
  scale: number,
  view: View = { kind: 'composition' },
): Leaves {
  return neededBy(viewGraph(composition, view).node, region, scale);
}
