import { boundsAfter, growRect, invert, type Matrix, type Rect, roundOut } from '@diplex/document';
import { type FloatImage, newFloatImage } from '@diplex/imaging';

/** How far a cubic looks beside the place it is asked for, in pixels. */
const BESIDE = 2;

/** An output pixel is the mean of so many places along each side at most. */
const MOST_PLACES = 4;

/** A digit that rounding may leave of a whole number. */
const TRACE = 1e-6;

/** What of a picture an affine sampling of a region looks at. */
export function sampledRect(toOutput: Matrix, out: Rect): Rect {
  return roundOut(growRect(boundsAfter(invert(toOutput), out), BESIDE));
}

/**
 * A picture under an affine map: Catmull-Rom between its pixels, the mean of several places where the map shrinks it.
 * What is only moved by whole pixels stays as it is, to the last bit. Premultiplied RGBA, any space.
 * @param at which pixels `image` shows; what lies beside them is clear
 * @param toOutput from the picture's pixels to output pixels
 */
export function sampleAffine(image: FloatImage, at: Rect, toOutput: Matrix, out: Rect): FloatImage {
  const [a, b, c, d, e, f] = invert(toOutput);
  const sampled = newFloatImage(out.width, out.height);
  const [movedX, movedY] = [Math.round(e), Math.round(f)];
  const whole =
    Math.abs(a - 1) + Math.abs(d - 1) + Math.abs(b) + Math.abs(c) < TRACE * TRACE &&
    Math.abs(e - movedX) + Math.abs(f - movedY) < TRACE;
  if (whole) {
    for (let y = 0; y < out.height; y++) {
      const first = ((out.y + movedY - at.y + y) * at.width + out.x + movedX - at.x) * 4;
      const row = image.data.subarray(first, first + out.width * 4);
      sampled.data.set(row, y * out.width * 4);
    }
    return sampled;
  }
  const far = Math.max(Math.hypot(a, b), Math.hypot(c, d));
  const places = Math.max(1, Math.min(MOST_PLACES, Math.ceil(far - 0.25)));
  const weight = 1 / places ** 2;
  for (let y = 0, o = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++, o += 4) {
      for (let k = 0; k < places ** 2; k++) {
        const px = out.x + x + ((k % places) + 0.5) / places;
        const py = out.y + y + (Math.floor(k / places) + 0.5) / places;
        const u = a * px + c * py + e - 0.5 - at.x;
        const v = b * px + d * py + f - 0.5 - at.y;
        addCubic(image, u, v, weight, sampled.data, o);
      }
    }
  }
  return sampled;
}

/** The four weights of Catmull-Rom for a share between the second and the third place. */
function cubic(t: number): readonly [number, number, number, number] {
  return [
    ((-0.5 * t + 1) * t - 0.5) * t,
    (1.5 * t - 2.5) * t * t + 1,
    ((-1.5 * t + 2) * t + 0.5) * t,
    (0.5 * t - 0.5) * t * t,
  ];
}

/** Adds the picture at a place, times a weight; no colour brighter than its alpha, none below nothing. */
function addCubic(
  { data, width, height }: FloatImage,
  u: number,
  v: number,
  weight: number,
  to: Float32Array,
  o: number,
): void {
  const [left, top] = [Math.floor(u), Math.floor(v)];
  const [across, down] = [cubic(u - left), cubic(v - top)];
  let [r, g, b, alpha] = [0, 0, 0, 0];
  for (let j = 0; j < 4; j++) {
    const row = top - 1 + j;
    if (row < 0 || row >= height) continue;
    for (let i = 0; i < 4; i++) {
      const column = left - 1 + i;
      if (column < 0 || column >= width) continue;
      const share = (down[j] as number) * (across[i] as number);
      const at = (row * width + column) * 4;
      r += share * (data[at] as number);
      g += share * (data[at + 1] as number);
      b += share * (data[at + 2] as number);
      alpha += share * (data[at + 3] as number);
    }
  }
  alpha = Math.max(0, Math.min(1, alpha));
  to[o] = (to[o] as number) + weight * Math.max(0, Math.min(alpha, r));
  to[o + 1] = (to[o + 1] as number) + weight * Math.max(0, Math.min(alpha, g));
  to[o + 2] = (to[o + 2] as number) + weight * Math.max(0, Math.min(alpha, b));
  to[o + 3] = (to[o + 3] as number) + weight * alpha;
}
