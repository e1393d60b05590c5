import { growRect, type Rect, roundOut } from '@diplex/document';
import { type CoverageImage, cropCoverage, isAll, newCoverage } from '@diplex/imaging';
import { boxFilter, FILTER_STEPS, scratchFloats, scratchIntegers } from '@diplex/kernels';
import { catmullRom } from '../geometry/catmull-rom';

/** Draws coverage for a region of output pixels at a scale (output pixels per composition pixel). */
export type DrawCoverage = (region: Rect, scale: number) => CoverageImage;

/** Three passes along each axis come close enough to a Gaussian. */
const PASSES = 3;

/** Below this deviation, in output pixels, a feather cannot be seen. */
const LEAST = 0.05;

/** A wide feather is computed on a coarser grid, where its deviation is at least this many pixels. */
const COARSE_DEVIATION = 8;

interface Box {
  readonly r: number;
  readonly fringe: number;
}

/** The extended box whose PASSES-fold application has the deviation `sigma` (Gwosdek et al. 2011). */
function boxFor(sigma: number): Box {
  const variance = (sigma * sigma) / PASSES;
  const r = Math.floor((Math.sqrt(12 * variance + 1) - 1) / 2);
  const fringe = ((2 * r + 1) * (r * (r + 1) - 3 * variance)) / (6 * (variance - (r + 1) ** 2));
  return { r, fringe };
}

/** How far a feather of deviation `sigma` looks, in the pixels that `sigma` is given in. */
export function featherSupport(sigma: number): number {
  return sigma < LEAST ? 0 : PASSES * (boxFor(sigma).r + 1);
}

/**
 * Coverage softened by a Gaussian of deviation `sigma` composition pixels. Cost and margin do not
 * grow with `sigma`: a wide one is computed on a grid coarser by a power of two that is anchored at
 * the origin, so the result does not depend on the region.
 */
export function feathered(
  draw: DrawCoverage,
  region: Rect,
  scale: number,
  sigma: number,
): CoverageImage {
  const { by, deviation } = gridFor(scale, sigma);
  if (deviation === 0) return draw(region, scale);
  if (by === 1) return blurred(draw, region, scale, deviation);
  const coarse = coarseRegion(region, by);
  return enlarge(blurred(draw, coarse, scale / by, deviation), coarse, region, by);
}

/** How much coarser the grid is on which a feather is computed, and its deviation there; 0 when it cannot be seen. */
export function gridFor(scale: number, sigma: number): { by: number; deviation: number } {
  const deviation = sigma * scale;
  if (deviation < LEAST) return { by: 1, deviation: 0 };
  const by = 2 ** Math.max(0, Math.floor(Math.log2(deviation / COARSE_DEVIATION)));
  return { by, deviation: deviation / by };
}

/** The pixels of a coarser grid that a region is enlarged from. */
function coarseRegion(region: Rect, by: number): Rect {
  return roundOut({
    ...{ x: region.x / by - 2, y: region.y / by - 2 },
    ...{ width: region.width / by + 4, height: region.height / by + 4 },
  });
}

/** What `feathered` draws to give a region, and at which scale. */
export function featherNeeds(
  region: Rect,
  scale: number,
  sigma: number,
): { rect: Rect; scale: number } {
  const { by, deviation } = gridFor(scale, sigma);
  if (deviation === 0) return { rect: region, scale };
  const inside = by === 1 ? region : coarseRegion(region, by);
  return { rect: growRect(inside, featherSupport(deviation)), scale: scale / by };
}

function blurred(draw: DrawCoverage, region: Rect, scale: number, sigma: number): CoverageImage {
  const margin = featherSupport(sigma);
  const width = region.width + 2 * margin;
  const height = region.height + 2 * margin;
  const x = region.x - margin;
  const y = region.y - margin;
  const drawn = draw({ x, y, width, height }, scale);
  // Most of a mask is plainly shown or hidden, and a filter leaves that as it is.
  const [first = 0] = drawn.data;
  if (isAll(drawn, first)) {
    const flat = Math.round(first * FILTER_STEPS) / FILTER_STEPS;
    return newCoverage(region.width, region.height, flat);
  }
  const { data } = drawn;
  const { r, fringe } = boxFor(sigma);
  boxFilter(data, width, height, r, fringe);
  return cropCoverage({ width, height, data }, margin, margin, region.width, region.height);
}

/** Catmull-Rom interpolation between grids whose pixel edges coincide every `by` pixels. */
function enlarge(image: CoverageImage, coarse: Rect, region: Rect, by: number): CoverageImage {
  const out = newCoverage(region.width, region.height);
  const across = fourWeights(region.x, region.width, by, coarse.x);
  const down = fourWeights(region.y, region.height, by, coarse.y);
  const rows = scratchFloats(image.height * region.width);
  for (let y = 0; y < image.height; y++) {
    for (let x = 0; x < region.width; x++) {
      const from = y * image.width + (across.first[x] as number);
      let sum = 0;
      for (let k = 0; k < 4; k++) {
        sum += (image.data[from + k] as number) * (across.weight[x * 4 + k] as number);
      }
      rows[y * region.width + x] = sum;
    }
  }
  for (let y = 0; y < region.height; y++) {
    const from = down.first[y] as number;
    for (let x = 0; x < region.width; x++) {
      let sum = 0;
      for (let k = 0; k < 4; k++) {
        const sample = rows[(from + k) * region.width + x] as number;
        sum += sample * (down.weight[y * 4 + k] as number);
      }
      out.data[y * region.width + x] = Math.max(0, Math.min(1, sum));
    }
  }
  return out;
}

function fourWeights(from: number, count: number, by: number, origin: number) {
  const first = scratchIntegers(count);
  const weight = scratchFloats(count * 4);
  for (let i = 0; i < count; i++) {
    const place = (from + i + 0.5) / by - 0.5;
    const base = Math.floor(place) - 1;
    first[i] = base - origin;
    for (let k = 0; k < 4; k++) weight[i * 4 + k] = catmullRom(base + k - place);
  }
  return { first, weight };
}
