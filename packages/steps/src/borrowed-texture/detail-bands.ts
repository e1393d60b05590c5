import type { FloatPixels } from '@diplex/kernels';

/** Weights of a cubic spline at -2 to 2: the low pass of an undecimated pyramid. */
const SPLINE = [1 / 16, 4 / 16, 6 / 16, 4 / 16, 1 / 16] as const;

/** Of a spacing of less than this many pixels nothing can be seen. */
const LEAST_SPACING = 0.75;

/** Where less than this shows nearby there is no detail. */
const LEAST_SHOWN = 1e-3;

const [RED, GREEN, BLUE] = [0.299, 0.587, 0.114] as const;

/** How far apart the taps of a band's low pass are, in pixels of the drawing; 0 where the band is too fine to be seen. */
export function spacingOf(band: number, size: number, scale: number): number {
  const spacing = 2 ** band * size * scale;
  return spacing < LEAST_SPACING ? 0 : Math.max(1, Math.round(spacing));
}

/** How far around a pixel so many bands look, in pixels of the drawing. */
export function bandsReach(count: number, size: number, scale: number): number {
  let reach = 0;
  for (let k = 0; k < count; k++) reach += 2 * spacingOf(k, size, scale);
  return reach;
}

/** One pass of the low pass along rows or columns; beyond the image there is nothing. */
function passed(
  from: Float32Array,
  { width, height }: FloatPixels,
  across: number,
  down: number,
): Float32Array {
  const made = new Float32Array(from.length);
  const step = across + down * width;
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      let sum = 0;
      for (let k = -2; k <= 2; k++) {
        const [u, v] = [x + k * across, y + k * down];
        if (u < 0 || v < 0 || u >= width || v >= height) continue;
        sum += (SPLINE[k + 2] as number) * (from[p + k * step] as number);
      }
      made[p] = sum;
    }
  }
  return made;
}

/** What a pyramid of an image's luma consists of. */
export interface DetailBands {
  /** One number for each pixel: how it differs from what is coarser; null where too fine to be seen. */
  readonly bands: readonly (Float32Array | null)[];
  /** How much shows at each pixel. */
  readonly shown: Float32Array;
}

/**
 * Detail by its size: the undecimated pyramid of an image's encoded luma with splines (Starck and Murtagh 1994). Every
 * pixel goes by what shows around it alone.
 * @param image encoded colours, premultiplied by what shows
 * @param size of detail, for the sizes that bands have by themselves
 * @param scale of the image, in pixels for each of the composition
 */
export function detailBands(
  image: FloatPixels,
  count: number,
  size: number,
  scale: number,
): DetailBands {
  const { data, width, height } = image;
  const shown = new Float32Array(width * height);
  let tone = new Float32Array(width * height);
  for (let p = 0, i = 0; p < tone.length; p++, i += 4) {
    const alpha = data[i + 3] as number;
    shown[p] = alpha;
    const sum =
      RED * (data[i] as number) + GREEN * (data[i + 1] as number) + BLUE * (data[i + 2] as number);
    tone[p] = alpha > LEAST_SHOWN ? sum / alpha : 0;
  }
  const bands = Array.from({ length: count }, (_, band) => {
    const spacing = spacingOf(band, size, scale);
    if (spacing === 0) return null;
    const weighed = tone.map((value, p) => value * (shown[p] as number));
    const low = (of: Float32Array) => passed(passed(of, image, spacing, 0), image, 0, spacing);
    const [sums, weights] = [low(weighed), low(shown)];
    const coarser = new Float32Array(tone.length);
    const detail = new Float32Array(tone.length);
    for (let p = 0; p < tone.length; p++) {
      const weight = weights[p] as number;
      const own = tone[p] as number;
      coarser[p] = weight > LEAST_SHOWN ? (sums[p] as number) / weight : own;
      detail[p] = own - (coarser[p] as number);
    }
    tone = coarser;
    return detail;
  });
  return { bands, shown };
}
