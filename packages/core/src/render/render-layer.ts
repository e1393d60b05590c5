import {
  boundsAfter,
  growRect,
  intersectRects,
  invert,
  isEmpty,
  type Layer,
  layerMatrix,
  type Matrix,
  maskMatrix,
  multiply,
  type PhotoLayer,
  type Rect,
  scaling,
  transform,
} from '@diplex/document';
import type { MixSpaceName } from '@diplex/kernels';
import { chooseLevel, footprintOf } from '../geometry/choose-level';
import { resample, sourceRect } from '../geometry/resample';
import type { CoverageImage, FloatImage } from '../image/images';
import { scanConvert } from '../mask/scan-convert';
import type { FoundLevel, PixelReader } from '../pixels/pixel-reader';
import { levelCount } from '../pixels/source-level';
import { covers } from '../pixels/tiled-level';
import { fillContent } from './fill-content';

/** How far the rounded corners of an outline may lie beyond its bounds, in output pixels. */
const CORNERS = 0.01;

/** From the layer's pixels to output pixels at `scale`. */
export function layerToOutput(layer: Layer, scale: number): Matrix {
  return multiply(scaling(scale, scale), layerMatrix(layer));
}

/** From the pixels of the layer's mask to output pixels at `scale`. */
export function maskToOutput(layer: Layer, scale: number): Matrix {
  return multiply(scaling(scale, scale), maskMatrix(layer));
}

/** The pyramid level that a layer is drawn from at `scale`. */
export function levelFor(layer: Layer, scale: number): number {
  const inverse = invert(layerToOutput(layer, scale));
  return chooseLevel(footprintOf(inverse), levelCount(layer.size.width, layer.size.height));
}

/** A layer's own pixels in a region, without mask and opacity; null where it has none. */
export function renderContent(
  layer: Layer,
  region: Rect,
  scale: number,
  space: MixSpaceName,
  reader: PixelReader,
): FloatImage | null {
  const toOutput = layerToOutput(layer, scale);
  const bounds = boundsAfter(toOutput, { x: 0, y: 0, ...layer.size });
  // An outline's corners are rounded when it is drawn, perhaps into a region that its bounds just miss.
  if (isEmpty(intersectRects(growRect(bounds, CORNERS), region))) return null;
  if (layer.kind === 'fill') return fillContent(layer, toOutput, region, space);
  const found = findLevel(layer, toOutput, region, levelFor(layer, scale), reader);
  return found ? resample(found, toOutput, region, space) : null;
}

/** The wanted level if it is all there, else the nearest coarser one that is, else a finer one. */
export function findLevel(
  layer: PhotoLayer,
  toOutput: Matrix,
  region: Rect,
  wanted: number,
  reader: PixelReader,
): FoundLevel | null {
  const count = levelCount(layer.size.width, layer.size.height);
  const order = Array.from({ length: count }, (_, i) =>
    i < count - wanted ? wanted + i : count - 1 - i,
  );
  for (const level of order) {
    const pixels = reader.level(layer.source, level);
    if (!pixels || !covers(pixels, sourceRect(level, toOutput, region))) continue;
    if (level !== wanted) reader.lacks?.();
    return { level, pixels };
  }
  reader.lacks?.();
  return null;
}

/** How much of each output pixel the layer's rectangle covers; null when it covers all of them. */
export function borderCoverage(layer: Layer, region: Rect, scale: number): CoverageImage | null {
  const toOutput = layerToOutput(layer, scale);
  const inside = boundsAfter(invert(toOutput), region);
  const { width, height } = layer.size;
  const covers =
    inside.x >= 0 &&
    inside.y >= 0 &&
    inside.x + inside.width <= width &&
    inside.y + inside.height <= height;
  if (covers) return null;
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  return scanConvert(
    corners.map((corner) => transform(toOutput, corner)),
    region,
  );
}
