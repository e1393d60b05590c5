import type { FloatLevels, FloatPixels } from '@diplex/kernels';

export type Colour = [number, number, number];

/** Where so little shows, nothing can be said of its colour. */
const LEAST_SHOWN = 0.02;

/** Sums over squares of three pixels: how the picture slopes across and down, times itself and each other. */
interface Slopes {
  readonly xx: Float32Array;
  readonly xy: Float32Array;
  readonly yy: Float32Array;
}

/** The picture as brushes of a width see it: blurred by about that. Places are in pixels of the drawing. */
export class Seen {
  private readonly pixels: FloatPixels;
  private readonly by: number;
  private slopes: Slopes | null = null;

  constructor(levels: FloatLevels, width: number) {
    const level = Math.max(
      0,
      Math.min(levels.length - 1, Math.round(Math.log2(Math.max(1, width)))),
    );
    this.pixels = levels[level] as FloatPixels;
    this.by = 1 / 2 ** level;
  }

  /** The straight colour about a place, encoded; false where nothing shows. */
  at(x: number, y: number, to: Colour): boolean {
    const { data, width, height, x: left, y: top } = this.pixels;
    const [u, v] = [x * this.by - 0.5 - left, y * this.by - 0.5 - top];
    const [i, j] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - i, v - j];
    let [r, g, b, a] = [0, 0, 0, 0];
    for (let k = 0; k < 4; k++) {
      const [column, row] = [i + (k & 1), j + (k >> 1)];
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const share = (k & 1 ? s : 1 - s) * (k >> 1 ? t : 1 - t);
      const p = (row * width + column) * 4;
      r += share * (data[p] as number);
      g += share * (data[p + 1] as number);
      b += share * (data[p + 2] as number);
      a += share * (data[p + 3] as number);
    }
    if (a < LEAST_SHOWN) return false;
    to[0] = r / a;
    to[1] = g / a;
    to[2] = b / a;
    return true;
  }

  /**
   * Along which way the picture goes on about a place: across the mean of its slopes (the structure tensor).
   * @returns the angle of the way, and how sure it is, 0..1
   */
  along(x: number, y: number, to: { angle: number; sure: number }): void {
    this.slopes ??= slopesOf(this.pixels);
    const { xx, xy, yy } = this.slopes;
    const { width, height, x: left, y: top } = this.pixels;
    const i = Math.max(0, Math.min(width - 1, Math.floor(x * this.by) - left));
    const j = Math.max(0, Math.min(height - 1, Math.floor(y * this.by) - top));
    const p = j * width + i;
    const [across, both] = [(xx[p] as number) - (yy[p] as number), 2 * (xy[p] as number)];
    to.angle = 0.5 * Math.atan2(both, across) + Math.PI / 2;
    to.sure = Math.min(1, SURE_BY * Math.sqrt(across * across + both * both));
  }
}

/** A way is wholly sure when its slopes differ by one over this from those across it. */
const SURE_BY = 34;

function lumaOf({ data, width, height }: FloatPixels): Float32Array {
  const luma = new Float32Array(width * height);
  for (let p = 0, i = 0; p < luma.length; p++, i += 4) {
    const alpha = data[i + 3] as number;
    if (alpha < LEAST_SHOWN) continue;
    const light =
      0.3 * (data[i] as number) + 0.59 * (data[i + 1] as number) + 0.11 * (data[i + 2] as number);
    luma[p] = light / alpha;
  }
  return luma;
}

function slopesOf(pixels: FloatPixels): Slopes {
  const { width, height } = pixels;
  const luma = lumaOf(pixels);
  const [xx, xy, yy] = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, p = y * width + 1; x < width - 1; x++, p++) {
      const dx = (luma[p + 1] as number) - (luma[p - 1] as number);
      const dy = (luma[p + width] as number) - (luma[p - width] as number);
      xx[p] = dx * dx;
      xy[p] = dx * dy;
      yy[p] = dy * dy;
    }
  }
  for (const plane of [xx, xy, yy]) sumOfSquares(plane, width, height);
  return { xx, xy, yy };
}

/** Replaces each value by the sum over the nine about it; those at the edges stay. */
function sumOfSquares(plane: Float32Array, width: number, height: number): void {
  const across = plane.slice();
  for (let y = 0; y < height; y++) {
    for (let x = 1, p = y * width + 1; x < width - 1; x++, p++) {
      across[p] = (plane[p - 1] as number) + (plane[p] as number) + (plane[p + 1] as number);
    }
  }
  for (let p = width; p < plane.length - width; p++) {
    plane[p] =
      (across[p - width] as number) + (across[p] as number) + (across[p + width] as number);
  }
}
