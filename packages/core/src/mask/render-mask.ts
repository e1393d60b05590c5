import {
  type Mask,
  type MaskPart,
  type Matrix,
  multiply,
  type Rect,
  scaling,
} from '@diplex/document';
import { combineMasks, turnRound } from '@diplex/kernels';
import { type CoverageImage, newCoverage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';
import { feathered } from './feather';
import { type PaintedCoverage, paintedCoverage } from './painted-coverage';
import { partOutline } from './part-outline';
import { scanConvert } from './scan-convert';

/**
 * A mask in output pixels: its parts, combined in order, then feathered.
 *
 * @param toComposition from mask pixels to composition pixels
 * @param region whole-number output pixels
 * @param scale output pixels per composition pixel
 */
export function renderMask(
  mask: Mask,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage {
  const combined = (part: Rect, at: number) => combineParts(mask, toComposition, part, at, reader);
  return feathered(combined, region, scale, mask.feather);
}

function combineParts(
  mask: Mask,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  reader: PixelReader,
): CoverageImage {
  const result = newCoverage(region.width, region.height, mask.startsFrom === 'full' ? 1 : 0);
  for (const part of mask.parts) {
    if (!part.shown) continue;
    const drawn = renderPart(part, toComposition, region, scale, reader);
    combineMasks(part.combine, result.data, drawn.value, drawn.applies);
  }
  return result;
}

/** One part's coverage and, for a painted one, where it applies at all. */
function renderPart(
  part: MaskPart,
  toComposition: Matrix,
  region: Rect,
  scale: number,
  reader: PixelReader,
): { value: Float32Array; applies: Float32Array | null } {
  if (part.kind !== 'painted') {
    const draw = (area: Rect, at: number) =>
      scanConvert(partOutline(part, multiply(scaling(at, at), toComposition)), area);
    const value = feathered(draw, region, scale, part.feather).data;
    if (part.inverted) turnRound(value, null);
    return { value, applies: null };
  }
  // Both planes ask for the same region, so it is sampled once.
  let sampled: { at: number; painted: PaintedCoverage | null } | null = null;
  const plane = (which: 'value' | 'applies') => {
    const draw = (area: Rect, at: number) => {
      if (sampled?.at !== at) {
        const toOutput = multiply(scaling(at, at), toComposition);
        sampled = { at, painted: paintedCoverage(part, toOutput, area, reader) };
      }
      return sampled.painted?.[which] ?? newCoverage(area.width, area.height);
    };
    return feathered(draw, region, scale, part.feather).data;
  };
  const value = plane('value');
  const applies = plane('applies');
  if (part.inverted) turnRound(value, applies);
  return { value, applies };
}
