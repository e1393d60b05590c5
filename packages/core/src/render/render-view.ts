import type { Composition, Rect } from '@diplex/document';
import { encodePixels, scratchSamples } from '@diplex/kernels';
import { type RenderPlan, renderNode } from '../graph/render-node';
import { viewGraph } from '../graph/view-graph';
import type { PixelReader } from '../pixels/pixel-reader';
import type { View } from './view';

/**
 * A view of the composition as straight, encoded 8-bit RGBA, ready for the screen. A view of a layer
 * that is gone shows the composition. The samples lie in the thread's scratch.
 */
export function renderView(
  composition: Composition,
  view: View,
  region: Rect,
  scale: number,
  reader: PixelReader,
  plan: RenderPlan = {},
): Uint8Array {
  const { node, space } = viewGraph(composition, view);
  const out = scratchSamples(region.width * region.height * 4, 8) as Uint8Array;
  const image = renderNode(node, region, scale, reader, plan);
  if (image) encodePixels(image.data, space, out);
  else out.fill(0);
  return out;
}
