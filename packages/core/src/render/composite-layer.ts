import {
  type Composition,
  growRect,
  intersectRects,
  isEmpty,
  type Layer,
  layerById,
  type Mask,
  maskMatrix,
  maskOf,
  type Rect,
  roundOut,
} from '@diplex/document';
import { combineMasks, compositeRows, inScratch, turnRound } from '@diplex/kernels';
import {
  type CoverageImage,
  cropImage,
  type FloatImage,
  isAll,
  newFloatImage,
  pasteImage,
} from '../image/images';
import { paintedCoverage } from '../mask/painted-coverage';
import { renderMask, type ToneSource } from '../mask/render-mask';
import type { PixelReader } from '../pixels/pixel-reader';
import { cleanFringe, fringeReach, showsBefore } from './clean-fringe';
import { compositeOnGrid } from './composite-on-grid';
import { tintEdge, tintReach } from './edge-tint';
import { borderCoverage, maskToOutput, renderContent } from './render-layer';

/** Puts one layer onto `image` in place: content, mask, opacity and blending. */
export function compositeLayer(
  composition: Composition,
  layer: Layer,
  image: FloatImage,
  region: Rect,
  scale: number,
  reader: PixelReader,
): void {
  inScratch(() => {
    const coverage = layerCoverage(composition, layer, region, scale, reader);
    if (coverage && isAll(coverage, 0)) return;
    const plain = layer.blending === 'normal' && !coverage;
    if (plain && compositeOnGrid(composition, layer, image, region, scale, reader)) return;
    const backdropIn = (at: Rect) =>
      at === region ? image : behind(composition, layer, at, scale, reader);
    const content = layerContent(composition, layer, region, scale, reader, backdropIn);
    if (!content) return;
    const cover = coverage?.data ?? null;
    compositeRows(
      layer.blending,
      image.data,
      content.data,
      cover,
      layer.opacity,
      composition.mixIn,
    );
  });
}

/** What lies behind a layer in a region, premultiplied. */
export type BackdropIn = (region: Rect) => FloatImage;

/**
 * A layer's own pixels as they show before what lies behind: without the old backdrop's colour where its
 * mask has a clean fringe, and tinted by the new one where it has an edge tint.
 */
export function layerContent(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
  backdropIn: BackdropIn,
): FloatImage | null {
  const { mixIn } = composition;
  const content = renderContent(layer, region, scale, mixIn, reader);
  const mask = maskOf(composition, layer);
  if (!content || !mask) return content;
  const maskIn = (at: Rect) => layerMask(composition, layer, at, scale, reader);
  const reach = fringeReach(mask, scale);
  const around = growRect(region, reach);
  const shown = reach > 0 ? maskIn(around) : null;
  if (shown && !isAll(shown, 0) && !isAll(shown, 1)) {
    const wide = renderContent(layer, around, scale, mixIn, reader);
    const visible =
      mask.fringeWhere === 'visible' ? showsBefore(backdropIn(region), mixIn) : undefined;
    const brushed = mask.fringeBrushed
      ? paintedCoverage(mask.fringeBrushed, maskToOutput(layer, scale), region, reader)
      : null;
    if (wide) cleanFringe(wide, shown, mask, scale, content, brushed, visible);
  }
  tint(composition, mask, content, region, scale, maskIn, backdropIn);
  return content;
}

function tint(
  { canvas }: Composition,
  mask: Mask,
  content: FloatImage,
  region: Rect,
  scale: number,
  maskIn: (region: Rect) => CoverageImage | null,
  backdropIn: BackdropIn,
): void {
  const reach = tintReach(mask, scale);
  const extent = roundOut({
    x: 0,
    y: 0,
    width: canvas.width * scale,
    height: canvas.height * scale,
  });
  const at = intersectRects(growRect(region, reach), extent);
  const part = intersectRects(region, extent);
  if (reach === 0 || isEmpty(part)) return;
  const image = maskIn(at);
  if (!image || isAll(image, 0) || isAll(image, 1)) return;
  const behind = { image: backdropIn(at), at };
  // What lies beyond the canvas is not seen, and has nothing behind it.
  const inside = part.width === region.width && part.height === region.height;
  if (inside) tintEdge(content, region, { image, at }, behind, mask, scale);
  else {
    const cut = cropImage(content, region, part);
    tintEdge(cut, part, { image, at }, behind, mask, scale);
    pasteImage(cut, part, content, region);
  }
}

/** The pictures that a layer's mask may look at. */
function tonesFor(composition: Composition, layer: Layer, reader: PixelReader): ToneSource {
  return {
    space: composition.mixIn,
    picture(of, region, scale) {
      if (of === 'behind') return behind(composition, layer, region, scale, reader);
      const other = of === 'own' ? layer : (layerById(composition, of.layer) ?? layer);
      return renderContent(other, region, scale, composition.mixIn, reader);
    },
  };
}

/** What lies behind a layer, composited. */
function behind(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): FloatImage {
  const image = newFloatImage(region.width, region.height);
  for (const each of composition.layers) {
    if (each.id === layer.id) break;
    if (!each.shown || each.opacity === 0) continue;
    compositeLayer(composition, each, image, region, scale, reader);
  }
  return image;
}

/** The layer's mask in a region as it is used: turned round, at its density; null when it has none. */
export function layerMask(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage | null {
  const mask = maskOf(composition, layer);
  if (!mask) return null;
  const ground = { reader, tones: tonesFor(composition, layer, reader) };
  const image = renderMask(mask, maskMatrix(layer), region, scale, ground);
  const { data } = image;
  if (layer.maskUse?.turnedRound) turnRound(data, null);
  const density = layer.maskUse?.density ?? 1;
  if (density < 1)
    for (let i = 0; i < data.length; i++) data[i] = 1 - density * (1 - (data[i] as number));
  return image;
}

/** Where the layer shows: the coverage of its rectangle times its mask; null for everywhere. */
export function layerCoverage(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage | null {
  const border = borderCoverage(layer, region, scale);
  const mask = layerMask(composition, layer, region, scale, reader);
  if (!border || !mask) return border ?? mask;
  combineMasks('intersect', mask.data, border.data, null);
  return mask;
}
