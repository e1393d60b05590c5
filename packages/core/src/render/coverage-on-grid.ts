import {
  boundsAfter,
  type Composition,
  growRect,
  growthOf,
  type Layer,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import type { CoverageImage } from '@diplex/imaging';
import { newCoverage } from '@diplex/imaging';
import type { DrawCoverage } from '../mask/feather';
import type { PixelReader } from '../pixels/pixel-reader';
import { layerCoverage, layerPicture } from './layer-pixels';

/** How a layer covers the composition: its mask, its border and its own alpha; not its opacity. */
export function layerAlpha(
  composition: Composition,
  layer: Layer,
  reader: PixelReader,
): DrawCoverage {
  return (region, scale) => {
    const coverage = newCoverage(region.width, region.height);
    const content = layerPicture(composition, layer, region, scale, reader);
    if (!content) return coverage;
    const shape = layerCoverage(composition, layer, region, scale, reader);
    for (let p = 0; p < coverage.data.length; p++) {
      const alpha = content.data[p * 4 + 3] as number;
      coverage.data[p] = alpha * (shape ? (shape.data[p] as number) : 1);
    }
    return coverage;
  };
}

/** How a mask's holder (a layer, or the stand-in for the area) covers the composition, without pixels. */
export function holderCoverage(
  composition: Composition,
  holder: Layer,
  reader: PixelReader,
): DrawCoverage {
  return (region, scale) =>
    layerCoverage(composition, holder, region, scale, reader) ??
    newCoverage(region.width, region.height, 1);
}

/**
 * Coverage of the composition, laid on the pixels of a mask.
 * @param draw coverage in output pixels, at a scale of them to a composition pixel
 * @param toComposition from mask pixels to composition pixels
 * @param region whole mask pixels
 */
export function coverageOnGrid(
  draw: DrawCoverage,
  toComposition: Matrix,
  region: Rect,
): CoverageImage {
  const scale = 1 / growthOf(toComposition);
  const toOutput = multiply(scaling(scale, scale), toComposition);
  const [a, b, c, d, e, f] = toOutput;
  const upright = a === 1 && b === 0 && c === 0 && d === 1;
  if (upright && Number.isInteger(e) && Number.isInteger(f)) {
    return draw({ ...region, x: region.x + e, y: region.y + f }, scale);
  }
  const under = growRect(roundOut(boundsAfter(toOutput, region)), 2);
  const drawn = draw(under, scale);
  const coverage = newCoverage(region.width, region.height);
  for (let y = 0, p = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, p++) {
      const [u, v] = [region.x + x + 0.5, region.y + y + 0.5];
      const s = a * u + c * v + e - under.x - 0.5;
      const t = b * u + d * v + f - under.y - 0.5;
      coverage.data[p] = between(drawn, s, t);
    }
  }
  return coverage;
}

/** The value between four pixels' middles; `x` and `y` lie inside the image. */
function between({ width, data }: CoverageImage, x: number, y: number): number {
  const [x0, y0] = [Math.floor(x), Math.floor(y)];
  const [s, t] = [x - x0, y - y0];
  const at = y0 * width + x0;
  const upper = (data[at] as number) * (1 - s) + (data[at + 1] as number) * s;
  const lower = (data[at + width] as number) * (1 - s) + (data[at + width + 1] as number) * s;
  return upper * (1 - t) + lower * t;
}
