import { type Composition, invert, type Layer, type Rect } from '@diplex/document';
import { compositeSamples } from '@diplex/kernels';
import type { FloatImage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { SOURCE_TILE, tileRect } from '../pixels/tiled-level';
import { findLevel, layerToOutput } from './render-layer';

/**
 * Composites a layer that lies pixel for pixel on the output, straight from its samples. Only for
 * blending `normal` where nothing of the region is masked or bordered; gives the same numbers as the
 * general way. False when the layer lies otherwise: nothing is done then.
 */
export function compositeOnGrid(
  { mixIn }: Composition,
  layer: Layer,
  image: FloatImage,
  region: Rect,
  scale: number,
  reader: PixelReader,
): boolean {
  if (layer.kind !== 'photo') return false;
  const toOutput = layerToOutput(layer, scale);
  const [a, b, c, d, shiftX, shiftY] = invert(toOutput);
  const onGrid = a === 1 && b === 0 && c === 0 && d === 1;
  if (!onGrid || !Number.isInteger(shiftX) || !Number.isInteger(shiftY)) return false;
  const found = findLevel(layer, toOutput, region, 0, reader);
  if (found?.level !== 0 || found.pixels.bits !== 8) return false;
  const { pixels } = found;
  const left = region.x + shiftX;
  for (let y = 0; y < region.height; y++) {
    const v = region.y + shiftY + y;
    const row = Math.floor(v / SOURCE_TILE);
    for (let x = 0; x < region.width; ) {
      const column = Math.floor((left + x) / SOURCE_TILE);
      const rect = tileRect(pixels, column, row);
      const count = Math.min(region.width - x, rect.x + rect.width - left - x);
      const samples = pixels.tile(column, row);
      if (!samples) return false;
      const offset = ((v - rect.y) * rect.width + left + x - rect.x) * pixels.channels;
      const run = { samples, offset, channels: pixels.channels };
      compositeSamples(image.data, (y * region.width + x) * 4, run, layer.opacity, mixIn, count);
      x += count;
    }
  }
  return true;
}
