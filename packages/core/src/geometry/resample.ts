import {
  boundsAfter,
  invert,
  type Matrix,
  multiply,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import { type FloatImage, unwrittenImage } from '@diplex/imaging';
import {
  clampToAlpha,
  inScratch,
  type MixSpaceName,
  resampleRow,
  sampleTable,
  sampleTurned,
  scratchDoubles,
  scratchFloats,
  scratchIntegers,
  weighRows,
} from '@diplex/kernels';
import type { FoundLevel } from '../pixels/pixel-reader';
import { readRow } from '../pixels/read-row';
import type { TiledLevel } from '../pixels/tiled-level';
import { axisTaps, phaseTable } from './catmull-rom';
import { footprintOf } from './choose-level';

/** Steps in which the place between two samples is told apart when a picture is turned. */
const PHASES = 1024;

/** A turned picture is drawn in parts that look at no more source pixels than this at a time. */
const MOST_PIXELS = 600_000;

/**
 * Draws a source through an affine map, area-aware: from the pyramid level nearest to the output's
 * scale, with a Catmull-Rom kernel stretched to the footprint that remains. Beyond the picture's
 * edge its edge pixels go on, so that nothing darkens; what does not belong is for the caller to
 * cut away by the exact coverage of the picture's outline.
 *
 * @param found the level to read
 * @param toOutput from pixels of level 0 to output pixels
 * @param region the output pixels to draw, in whole numbers; the result does not depend on how a
 *   larger region is divided
 * @param space the mixing space of the result
 */
export function resample(
  found: FoundLevel,
  toOutput: Matrix,
  region: Rect,
  space: MixSpaceName,
): FloatImage {
  const { pixels } = found;
  const inverse = levelInverse(found.level, toOutput);
  const image = unwrittenImage(region.width, region.height);
  const table = sampleTable(pixels.bits, space);
  inScratch(() => {
    if (isUpright(inverse)) drawUpright(pixels, inverse, region, table, image);
    else drawTurned(pixels, inverse, region, table, region, image);
  });
  return image;
}

/** From output pixels to pixels of a level. */
function levelInverse(level: number, toOutput: Matrix): Matrix {
  return multiply(scaling(2 ** -level, 2 ** -level), invert(toOutput));
}

function isUpright(inverse: Matrix): boolean {
  return inverse[1] === 0 && inverse[2] === 0;
}

/** The pixels of a level that `resample` looks at to draw a region. */
export function sourceRect(level: number, toOutput: Matrix, region: Rect): Rect {
  const inverse = levelInverse(level, toOutput);
  const { u, v } = footprintOf(inverse);
  return looksAt(inverse, region, Math.max(1, u), Math.max(1, v));
}

function looksAt(inverse: Matrix, region: Rect, stretchU: number, stretchV: number): Rect {
  const seen = boundsAfter(inverse, region);
  const [marginU, marginV] = [2 * stretchU + 2, 2 * stretchV + 2];
  return roundOut({
    ...{ x: seen.x - marginU, y: seen.y - marginV },
    ...{ width: seen.width + 2 * marginU, height: seen.height + 2 * marginV },
  });
}

/** Two passes, rows then columns; mirrored pictures have a negative scale. */
function drawUpright(
  pixels: TiledLevel,
  inverse: Matrix,
  region: Rect,
  table: Float32Array,
  image: FloatImage,
): void {
  const { width, height } = region;
  const [scaleX, , , scaleY, shiftX, shiftY] = inverse;
  if (scaleX === 1 && scaleY === 1 && Number.isInteger(shiftX) && Number.isInteger(shiftY)) {
    // Pixel for pixel.
    for (let y = 0; y < height; y++) {
      const at = y * width * 4;
      readRow(pixels, region.y + shiftY + y, region.x + shiftX, width, table, image.data, at);
    }
    return;
  }
  const across = axisTaps(region.x, width, scaleX, shiftX);
  const down = axisTaps(region.y, height, scaleY, shiftY);
  const rowAt = (y: number) => down.begin + (down.first[y] as number);
  const source = scratchFloats(across.span * 4);
  // The rows that one output row needs lie next to each other, so a few buffers serve in turn.
  const stride = width * 4;
  const slots = down.count + 1;
  const ring = scratchFloats(slots * stride);
  const held = new Array<number>(slots).fill(Number.NaN);
  const which = scratchIntegers(down.count);
  const weight = scratchFloats(down.count);
  for (let y = 0; y < height; y++) {
    for (let k = 0; k < down.count; k++) {
      const v = rowAt(y) + k;
      const slot = ((v % slots) + slots) % slots;
      if (held[slot] !== v) {
        readRow(pixels, v, across.begin, across.span, table, source, 0);
        resampleRow(source, across, ring, slot * stride);
        held[slot] = v;
      }
      which[k] = slot;
      weight[k] = down.weight[y * down.count + k] as number;
    }
    weighRows(ring, stride, which, weight, image.data, y * stride);
  }
  clampToAlpha(image.data);
}

/** Draws `part` of the region, dividing it where it would look at too much at a time. */
function drawTurned(
  pixels: TiledLevel,
  inverse: Matrix,
  part: Rect,
  table: Float32Array,
  region: Rect,
  image: FloatImage,
): void {
  const { u, v } = footprintOf(inverse);
  const [stretchU, stretchV] = [Math.max(1, u), Math.max(1, v)];
  const seen = looksAt(inverse, part, stretchU, stretchV);
  if (seen.width * seen.height > MOST_PIXELS && part.width * part.height > 64) {
    for (const half of halves(part)) drawTurned(pixels, inverse, half, table, region, image);
    return;
  }
  inScratch(() => {
    const from = { ...seen, data: scratchFloats(seen.width * seen.height * 4) };
    for (let y = 0; y < seen.height; y++) {
      readRow(pixels, seen.y + y, seen.x, seen.width, table, from.data, y * seen.width * 4);
    }
    const map = scratchDoubles(9);
    map.set([inverse[0], inverse[2], inverse[4], inverse[1], inverse[3], inverse[5], 0, 0, 1]);
    const to = { ...part, data: scratchFloats(part.width * part.height * 4) };
    sampleTurned(from, map, phaseTable(PHASES, stretchU), phaseTable(PHASES, stretchV), to);
    clampToAlpha(to.data);
    const line = part.width * 4;
    for (let y = 0; y < part.height; y++) {
      const at = ((part.y - region.y + y) * region.width + part.x - region.x) * 4;
      image.data.set(to.data.subarray(y * line, (y + 1) * line), at);
    }
  });
}

function halves(rect: Rect): [Rect, Rect] {
  const { x, y, width, height } = rect;
  if (width >= height) {
    const left = width >> 1;
    return [
      { ...rect, width: left },
      { ...rect, x: x + left, width: width - left },
    ];
  }
  const upper = height >> 1;
  return [
    { ...rect, height: upper },
    { ...rect, y: y + upper, height: height - upper },
  ];
}
