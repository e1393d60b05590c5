import {
  type Composition,
  growRect,
  type Layer,
  layerById,
  maskMatrix,
  maskOf,
  type Rect,
} from '@diplex/document';
import { combineMasks, compositeRows, inScratch, turnRound } from '@diplex/kernels';
import { type CoverageImage, type FloatImage, isAll, newFloatImage } from '../image/images';
import { renderMask, type ToneSource } from '../mask/render-mask';
import type { PixelReader } from '../pixels/pixel-reader';
import { cleanFringe, fringeReach } from './clean-fringe';
import { compositeOnGrid } from './composite-on-grid';
import { borderCoverage, renderContent } from './render-layer';

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
    const content = layerContent(composition, layer, region, scale, reader);
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

/** A layer's own pixels as they show: without the old backdrop's colour where its mask has a clean fringe. */
export function layerContent(
  composition: Composition,
  layer: Layer,
  region: Rect,
  scale: number,
  reader: PixelReader,
): FloatImage | null {
  const content = renderContent(layer, region, scale, composition.mixIn, reader);
  const mask = maskOf(composition, layer);
  const reach = fringeReach(mask, scale);
  if (!content || !mask || reach === 0) return content;
  const around = growRect(region, reach);
  const shown = layerMask(composition, layer, around, scale, reader);
  if (!shown || isAll(shown, 0) || isAll(shown, 1)) return content;
  const wide = renderContent(layer, around, scale, composition.mixIn, reader);
  if (wide) cleanFringe(wide, shown, mask, scale, content);
  return content;
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
