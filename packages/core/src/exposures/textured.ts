import type { Plane, PyramidLevel } from './lightness-pyramid';

/** A value between pixels; `x` and `y` lie inside, before the last ones. */
export function bilinear({ width, data }: Plane, x: number, y: number): number {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [fx, fy] = [x - left, y - top];
  const i = top * width + left;
  const above = (data[i] as number) * (1 - fx) + (data[i + 1] as number) * fx;
  const below = (data[i + width] as number) * (1 - fx) + (data[i + width + 1] as number) * fx;
  return above * (1 - fy) + below * fy;
}

/** Pixels with texture of a picture: where they are from its middle, their value and their gradient. */
export interface Textured {
  readonly count: number;
  readonly values: Float32Array;
}

/** Numbers of each: across, down, value, gradient across and down. */
export const FIELDS = 5;

/** So many pixels with texture say all there is to say. */
const ENOUGH = 240_000;

export function texturedOf({ width, height, data }: Plane): Textured {
  const gradient = (i: number): [number, number] => [
    ((data[i + 1] as number) - (data[i - 1] as number)) / 2,
    ((data[i + width] as number) - (data[i - width] as number)) / 2,
  ];
  let [sum, seen] = [0, 0];
  for (let y = 2; y < height - 2; y += 3) {
    for (let x = 2; x < width - 2; x += 3) {
      const [gx, gy] = gradient(y * width + x);
      sum += gx * gx + gy * gy;
      seen++;
    }
  }
  const least = 0.5 * (sum / Math.max(1, seen));
  const places: number[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const [gx, gy] = gradient(y * width + x);
      if (gx * gx + gy * gy > least) places.push(y * width + x);
    }
  }
  const stride = Math.max(1, places.length / ENOUGH);
  const count = Math.floor(places.length / stride);
  const values = new Float32Array(count * FIELDS);
  const [mx, my] = [(width - 1) / 2, (height - 1) / 2];
  for (let k = 0; k < count; k++) {
    const i = places[Math.floor(k * stride)] as number;
    values.set(
      [(i % width) - mx, Math.floor(i / width) - my, data[i] as number, ...gradient(i)],
      k * FIELDS,
    );
  }
  return { count, values };
}

/** Solves a small symmetric system by elimination; null when it has no single answer. */
export function solved(matrix: number[][], right: number[]): number[] | null {
  const n = right.length;
  const rows = matrix.map((row, i) => [...row, right[i] as number]);
  for (let c = 0; c < n; c++) {
    let pivot = c;
    for (let r = c + 1; r < n; r++) {
      if (Math.abs(rows[r]?.[c] as number) > Math.abs(rows[pivot]?.[c] as number)) pivot = r;
    }
    [rows[c], rows[pivot]] = [rows[pivot] as number[], rows[c] as number[]];
    const lead = rows[c] as number[];
    if (Math.abs(lead[c] as number) < 1e-12) return null;
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const row = rows[r] as number[];
      const by = (row[c] as number) / (lead[c] as number);
      for (let k = c; k <= n; k++) row[k] = (row[k] as number) - by * (lead[k] as number);
    }
  }
  return rows.map((row, i) => (row[n] as number) / (row[i] as number));
}

/** Tukey's weight leaves out what is this many deviations off: moving things. */
const TUKEY = 4.685;

/** Residuals of a sample of all, to see how much they scatter. */
function scatterOf(residuals: Float32Array, count: number): number {
  const stride = Math.max(1, Math.floor(count / 4000));
  const sizes: number[] = [];
  for (let k = 0; k < count; k += stride) {
    const value = residuals[k] as number;
    if (!Number.isNaN(value)) sizes.push(Math.abs(value));
  }
  sizes.sort((a, b) => a - b);
  return 1.4826 * (sizes[Math.floor(sizes.length / 2)] ?? 1);
}

/** Residuals of this size and more are left out; a smaller one counts as much as `tukeyWeight` says. */
export function tukeyLimit(residuals: Float32Array, count: number): number {
  return TUKEY * Math.max(1e-3, scatterOf(residuals, count));
}

export function tukeyWeight(off: number, limit: number): number {
  return (1 - (off / limit) ** 2) ** 2;
}

/** Normalised values that differ by less than this are the same thing. */
const SAME = 0.3;

/** The share of the texture that is found again; `to` writes where a place (from the middle) lies on the other picture. */
export function shareFound(
  { count, values }: Textured,
  on: Plane,
  to: (u: number, v: number, out: { x: number; y: number }) => void,
): number {
  const place = { x: 0, y: 0 };
  let same = 0;
  for (let k = 0, i = 0; k < count; k++, i += FIELDS) {
    to(values[i] as number, values[i + 1] as number, place);
    const { x, y } = place;
    if (!(x >= 0 && y >= 0 && x < on.width - 1 && y < on.height - 1)) continue;
    if (Math.abs(bilinear(on, x, y) - (values[i + 2] as number)) < SAME) same++;
  }
  return same / Math.max(1, count);
}

/** A pyramid's level as the same one of another. */
export function levelOf(pyramid: readonly PyramidLevel[], level: number): Plane | undefined {
  return pyramid.find((each) => each.level === level)?.plane;
}
