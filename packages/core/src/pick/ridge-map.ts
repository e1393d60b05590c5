import type { Rect } from '@diplex/document';
import { boxMean, oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';

/** Ridges are looked for under blurs of these deviations, in pixels: of one to four pixels' width. */
const DEVIATIONS = [0.9, 1.8] as const;
/** Strengths are compared with the mean of so many pixels to either side. */
const AROUND = 9;

/** How much each pixel of a part of a picture lies on a thin line. */
export interface RidgeMap extends Rect {
  /** How bent colour is across the line less than along it, in OKLab a pixel squared, times the blur's variance. */
  readonly strength: Float32Array;
  /** The mean of that around each pixel: high where the picture is busy. */
  readonly usual: Float32Array;
  /** The way of the line, in radians: -pi/2 to pi. */
  readonly angle: Float32Array;
}

/**
 * Lines thinner than their surroundings, of any colour, by the second derivatives of blurred colours (Lindeberg 1998; Frangi et al. 1998):
 * across a line colour bends, along it it does not.
 * @param picture straight, display-encoded
 * @param part in whole pixels, within the picture
 */
export function ridgeMap(picture: SourceLevel, part: Rect): RidgeMap {
  const count = part.width * part.height;
  const strength = new Float32Array(count);
  const angle = new Float32Array(count);
  const planes = labPlanes(picture, part);
  for (const deviation of DEVIATIONS) {
    for (const plane of planes) {
      const blurred = gaussian(plane, part.width, part.height, deviation);
      bends(blurred, part.width, part.height, deviation ** 2, strength, angle);
    }
  }
  return { ...part, strength, angle, usual: boxMean(strength, part.width, part.height, AROUND) };
}

/** Lightness and both opponent colours of a part, a plane each. */
function labPlanes({ width, channels, data }: SourceLevel, part: Rect): Float32Array[] {
  const planes = [0, 1, 2].map(() => new Float32Array(part.width * part.height));
  const row = new Float32Array(part.width * 3);
  for (let y = 0; y < part.height; y++) {
    oklabOf(data, ((part.y + y) * width + part.x) * channels, channels, part.width, row);
    for (let x = 0; x < part.width; x++) {
      for (let c = 0; c < 3; c++) {
        (planes[c] as Float32Array)[y * part.width + x] = row[x * 3 + c] as number;
      }
    }
  }
  return planes;
}

function weightsOf(deviation: number): number[] {
  const reach = Math.ceil(3 * deviation);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * deviation ** 2)),
  );
  const sum = weights.reduce((all, weight) => all + weight, 0);
  return weights.map((weight) => weight / sum);
}

/** A plane blurred along rows, then along columns; at its borders its edge pixels go on. */
function gaussian(
  plane: Float32Array,
  width: number,
  height: number,
  deviation: number,
): Float32Array {
  const weights = weightsOf(deviation);
  const reach = (weights.length - 1) / 2;
  const along = new Float32Array(plane.length);
  const out = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < weights.length; k++) {
        const at = Math.max(0, Math.min(width - 1, x + k - reach));
        sum += (weights[k] as number) * (plane[y * width + at] as number);
      }
      along[y * width + x] = sum;
    }
  }
  for (let y = 0; y < height; y++) {
    for (let k = 0; k < weights.length; k++) {
      const from = Math.max(0, Math.min(height - 1, y + k - reach)) * width;
      const weight = weights[k] as number;
      for (let x = 0, to = y * width; x < width; x++, to++) {
        out[to] = (out[to] as number) + weight * (along[from + x] as number);
      }
    }
  }
  return out;
}

/** Puts where a plane bends across one way alone into the strengths, where it does so more than what is there. */
function bends(
  plane: Float32Array,
  width: number,
  height: number,
  scale: number,
  strength: Float32Array,
  angle: Float32Array,
): void {
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, p = y * width + 1; x < width - 1; x++, p++) {
      const at = (off: number) => plane[p + off] as number;
      const own = 2 * at(0);
      const xx = at(1) + at(-1) - own;
      const yy = at(width) + at(-width) - own;
      const xy = (at(width + 1) + at(-width - 1) - at(width - 1) - at(1 - width)) / 4;
      const mean = (xx + yy) / 2;
      const half = Math.sqrt(((xx - yy) / 2) ** 2 + xy * xy);
      // The larger in size of both curvatures goes across; what bends along the line counts against it.
      const [across, along] = mean < 0 ? [mean - half, mean + half] : [mean + half, mean - half];
      const found = scale * (Math.abs(across) - Math.abs(along));
      if (found <= (strength[p] as number)) continue;
      strength[p] = found;
      angle[p] = 0.5 * Math.atan2(2 * xy, xx - yy) + (mean < 0 ? 0 : Math.PI / 2);
    }
  }
}
