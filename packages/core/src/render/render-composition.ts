import type { Composition, Rect } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { type FloatImage, newFloatImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import type { BackdropCache } from './backdrop-cache';
import { compositeLayer } from './composite-layer';

/** How a rendering is done; nothing of it changes the result. */
export interface RenderPlan {
  /** Asked between layers; once it says so, the rendering ends with RenderStopped. */
  readonly stopped?: () => boolean;
  /** The layer that is worked on: what lies behind it is kept for the next time. */
  readonly worksOn?: {
    readonly layer: string;
    /** The part of the output that is kept as one; the region lies inside. */
    readonly tile: Rect;
    readonly cache: BackdropCache;
  };
}

/** The rendering was called off. */
export class RenderStopped extends Error {
  override readonly name = 'RenderStopped';
}

/**
 * The composition in a region: premultiplied RGBA floats in the mixing space, transparent where no
 * layer lies. The same numbers for a pixel whatever the region around it.
 *
 * @param region whole-number output pixels; output pixel (X, Y) covers the composition from
 *   X / scale to (X + 1) / scale
 * @param scale output pixels per composition pixel, greater than 0
 * @param reader pixels at hand; a layer whose source is missing is left out
 * @throws RenderStopped when the plan says so
 */
export function renderComposition(
  composition: Composition,
  region: Rect,
  scale: number,
  reader: PixelReader,
  plan: RenderPlan = {},
): FloatImage {
  const image = newFloatImage(region.width, region.height);
  const first = putBackdrop(composition, image, region, scale, reader, plan);
  putLayers(composition, [first, composition.layers.length], image, region, scale, reader, plan);
  return image;
}

function putLayers(
  composition: Composition,
  [first, end]: readonly [number, number],
  image: FloatImage,
  region: Rect,
  scale: number,
  reader: PixelReader,
  { stopped }: RenderPlan,
): void {
  for (const layer of composition.layers.slice(first, end)) {
    if (!layer.shown || layer.opacity === 0) continue;
    if (stopped?.()) throw new RenderStopped('The rendering was called off.');
    compositeLayer(composition, layer, image, region, scale, reader);
  }
}

/** Puts what lies behind the layer that is worked on into `image`; gives the number of its layers. */
function putBackdrop(
  composition: Composition,
  image: FloatImage,
  region: Rect,
  scale: number,
  reader: PixelReader,
  plan: RenderPlan,
): number {
  const { worksOn } = plan;
  const count = composition.layers.findIndex((layer) => layer.id === worksOn?.layer);
  if (!worksOn || count < 1) return 0;
  const { cache, tile } = worksOn;
  const stack = cache.stackName(composition, count);
  if (stack === null) return 0;
  const key = [stack, scale, tile.x, tile.y, tile.width, tile.height].join(' ');
  const kept = cache.get(key);
  if (kept) {
    copyPart(kept, tile, image, region);
    return count;
  }
  inScratch(() => {
    let whole = true;
    const watching: PixelReader = {
      level: (source, level) => reader.level(source, level),
      paintedTile: (hash) => reader.paintedTile(hash),
      lacks() {
        whole = false;
        reader.lacks?.();
      },
    };
    const behind = newFloatImage(tile.width, tile.height);
    putLayers(composition, [0, count], behind, tile, scale, watching, plan);
    if (whole) cache.put(key, behind.data);
    copyPart(behind.data, tile, image, region);
  });
  return count;
}

/** Copies what `image` (of `region`) shows from pixels of `tile`, which encloses it. */
function copyPart(from: Float32Array, tile: Rect, image: FloatImage, region: Rect): void {
  const line = region.width * 4;
  for (let y = 0; y < region.height; y++) {
    const at = ((region.y - tile.y + y) * tile.width + region.x - tile.x) * 4;
    image.data.set(from.subarray(at, at + line), y * line);
  }
}
