import { invert, type Matrix, multiply, type Rect, scaling } from '@diplex/document';
import { addWeightedRow, type MixSpaceName, resampleRow, sampleTable } from '@diplex/kernels';
import { type FloatImage, newFloatImage } from '../image/images';
import type { FoundLevel } from '../pixels/pixel-reader';
import { axisTaps, catmullRom } from './catmull-rom';
import { footprintOf } from './choose-level';

/** Steps in which the place between two samples is told apart when a picture is turned. */
const PHASES = 1024;

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
  const { level, pixels } = found;
  // From output pixels to pixels of the level.
  const inverse = multiply(scaling(2 ** -level, 2 ** -level), invert(toOutput));
  const upright = inverse[1] === 0 && inverse[2] === 0;
  const image = upright
    ? resampleUpright(pixels, inverse, region, space)
    : resampleTurned(pixels, inverse, region, space);
  clampToAlpha(image.data);
  return image;
}

/** The kernel's negative lobes can overshoot; light below nothing or above all has no meaning here. */
function clampToAlpha(data: Float32Array): void {
  for (let i = 0; i < data.length; i += 4) {
    let alpha = data[i + 3] as number;
    if (alpha > 1) alpha = 1;
    else if (alpha < 0) alpha = 0;
    data[i + 3] = alpha;
    for (let c = i; c < i + 3; c++) {
      const value = data[c] as number;
      if (value > alpha) data[c] = alpha;
      else if (value < 0) data[c] = 0;
    }
  }
}

function tableFor(pixels: FoundLevel['pixels'], space: MixSpaceName): Float32Array {
  return sampleTable(pixels.data.BYTES_PER_ELEMENT === 1 ? 8 : 16, space);
}

/** Two passes, rows then columns; mirrored pictures have a negative scale. */
function resampleUpright(
  pixels: FoundLevel['pixels'],
  inverse: Matrix,
  region: Rect,
  space: MixSpaceName,
): FloatImage {
  const { width, height } = region;
  const image = newFloatImage(width, height);
  const across = axisTaps(region.x, width, inverse[0], inverse[4], pixels.width);
  const down = axisTaps(region.y, height, inverse[3], inverse[5], pixels.height);
  const table = tableFor(pixels, space);
  // The rows that one output row needs lie next to each other, so a few buffers serve in turn.
  const ring = Array.from({ length: down.count + 1 }, () => new Float32Array(width * 4));
  const held = new Int32Array(ring.length).fill(-1);
  const rowAt = (v: number): Float32Array => {
    const slot = v % ring.length;
    const row = ring[slot] as Float32Array;
    if (held[slot] === v) return row;
    held[slot] = v;
    const offset = v * pixels.width * pixels.channels;
    resampleRow(pixels.data, offset, pixels.channels, table, across, row);
    return row;
  };
  for (let y = 0; y < height; y++) {
    const out = image.data.subarray(y * width * 4, (y + 1) * width * 4);
    for (let k = 0; k < down.count; k++) {
      const weight = down.weight[y * down.count + k] as number;
      if (weight !== 0)
        addWeightedRow(out, rowAt(down.index[y * down.count + k] as number), weight);
    }
  }
  return image;
}

/** Normalised kernel weights for every phase of the place between two samples. */
function phaseWeights(stretch: number): { taps: number; weights: Float32Array } {
  const taps = Math.ceil(4 * stretch) + 1;
  const weights = new Float32Array((PHASES + 1) * taps);
  for (let phase = 0; phase <= PHASES; phase++) {
    const fraction = phase / PHASES;
    const first = Math.ceil(fraction - 2 * stretch);
    let total = 0;
    for (let k = 0; k < taps; k++) total += catmullRom((first + k - fraction) / stretch);
    for (let k = 0; k < taps; k++) {
      weights[phase * taps + k] = catmullRom((first + k - fraction) / stretch) / total;
    }
  }
  return { taps, weights };
}

function resampleTurned(
  pixels: FoundLevel['pixels'],
  inverse: Matrix,
  region: Rect,
  space: MixSpaceName,
): FloatImage {
  const { width, height } = region;
  const image = newFloatImage(width, height);
  const table = tableFor(pixels, space);
  const top = table.length - 1;
  const footprint = footprintOf(inverse);
  const stretchU = Math.max(1, footprint.u);
  const stretchV = Math.max(1, footprint.v);
  const across = phaseWeights(stretchU);
  const down = phaseWeights(stretchV);
  const { data, channels } = pixels;
  const lastU = pixels.width - 1;
  const lastV = pixels.height - 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const px = region.x + x + 0.5;
      const py = region.y + y + 0.5;
      const u = inverse[0] * px + inverse[2] * py + inverse[4] - 0.5;
      const v = inverse[1] * px + inverse[3] * py + inverse[5] - 0.5;
      const baseU = Math.floor(u);
      const baseV = Math.floor(v);
      const phaseU = Math.round((u - baseU) * PHASES);
      const phaseV = Math.round((v - baseV) * PHASES);
      const firstU = baseU + Math.ceil(phaseU / PHASES - 2 * stretchU);
      const firstV = baseV + Math.ceil(phaseV / PHASES - 2 * stretchV);
      let r = 0;
      let g = 0;
      let b = 0;
      let a = 0;
      for (let j = 0; j < down.taps; j++) {
        const wv = down.weights[phaseV * down.taps + j] as number;
        if (wv === 0) continue;
        const row = Math.max(0, Math.min(lastV, firstV + j)) * pixels.width;
        for (let k = 0; k < across.taps; k++) {
          let w = wv * (across.weights[phaseU * across.taps + k] as number);
          if (w === 0) continue;
          const i = (row + Math.max(0, Math.min(lastU, firstU + k))) * channels;
          if (channels === 4) w *= (data[i + 3] as number) / top;
          a += w;
          r += w * (table[data[i] as number] as number);
          g += w * (table[data[i + 1] as number] as number);
          b += w * (table[data[i + 2] as number] as number);
        }
      }
      const o = (y * width + x) * 4;
      image.data[o] = r;
      image.data[o + 1] = g;
      image.data[o + 2] = b;
      image.data[o + 3] = channels === 4 ? a : 1;
    }
  }
  return image;
}
