import {
  cornersOf,
  invert,
  invertProjective,
  isConvex,
  type Point,
  type Projective,
  projected,
  type Quad,
} from '@diplex/document';
import { type FrameMove, moveMatrix } from './align-frames';
import type { Plane, PyramidLevel } from './lightness-pyramid';
import {
  bilinear,
  FIELDS,
  levelOf,
  shareFound,
  solved,
  type Textured,
  texturedOf,
  tukeyLimit,
  tukeyWeight,
} from './textured';

/** Only so many of the finest levels show what a perspective does. */
const LEVELS = 2;

/** So many steps are made at each level at most, until no corner moves by more than this, in pixels. */
const [MOST_STEPS, SMALL_STEP] = [16, 0.002];

/** A perspective is taken when so much more of the texture is found again: any fits a little better by chance. */
const WORTH = 0.002;

/** The values of a projective map but the last, which is 1; places count from the middle, half the longer side as 1. */
type Values = readonly number[];

const halfOf = ({ width, height }: { readonly width: number; readonly height: number }) =>
  Math.max(width, height) / 2;

function placedBy(values: Values, plane: Plane) {
  const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0, g = 0, h = 0] = values;
  const half = halfOf(plane);
  const [mx, my] = [(plane.width - 1) / 2, (plane.height - 1) / 2];
  return (u: number, v: number, out: { x: number; y: number }) => {
    const [s, t] = [u / half, v / half];
    const w = g * s + h * t + 1;
    out.x = w > 0 ? (half * (a * s + b * t + c)) / w + mx : Number.NaN;
    out.y = w > 0 ? (half * (d * s + e * t + f)) / w + my : Number.NaN;
  };
}

/** Gauss and Newton's steps over the eight values (Lucas and Kanade 1981; Szeliski 1996), with Tukey's weights. */
function refined({ count, values: texture }: Textured, on: Plane, from: Values): Values {
  let at = from;
  const residuals = new Float32Array(count);
  const half = halfOf(on);
  const place = { x: 0, y: 0 };
  const slope = new Float64Array(8);
  for (let step = 0; step < MOST_STEPS; step++) {
    const to = placedBy(at, on);
    for (let k = 0, i = 0; k < count; k++, i += FIELDS) {
      to(texture[i] as number, texture[i + 1] as number, place);
      const { x, y } = place;
      const inside = x >= 0 && y >= 0 && x < on.width - 1 && y < on.height - 1;
      residuals[k] = inside ? bilinear(on, x, y) - (texture[i + 2] as number) : Number.NaN;
    }
    const limit = tukeyLimit(residuals, count);
    const matrix = Array.from({ length: 8 }, () => new Array<number>(8).fill(0));
    const right = new Array<number>(8).fill(0);
    const [a = 1, b = 0, c = 0, d = 0, e = 1, f = 0, g = 0, h = 0] = at;
    for (let k = 0, i = 0; k < count; k++, i += FIELDS) {
      const off = residuals[k] as number;
      if (!(Math.abs(off) < limit)) continue;
      const weight = tukeyWeight(off, limit);
      const [s, t] = [(texture[i] as number) / half, (texture[i + 1] as number) / half];
      const w = g * s + h * t + 1;
      const [x, y] = [(a * s + b * t + c) / w, (d * s + e * t + f) / w];
      // The other picture's gradient is this one's, under the map as it is here.
      const [xs, xt, ys, yt] = [a - x * g, b - x * h, d - y * g, e - y * h];
      const area = (xs * yt - xt * ys) / w;
      const [gu, gv] = [texture[i + 3] as number, texture[i + 4] as number];
      const [gx, gy] = [(yt * gu - ys * gv) / area, (xs * gv - xt * gu) / area];
      const [across, down] = [(half * gx) / w, (half * gy) / w];
      const toward = -(across * x + down * y);
      slope.set([across * s, across * t, across, down * s, down * t, down, toward * s, toward * t]);
      for (let r = 0; r < 8; r++) {
        const row = matrix[r] as number[];
        const each = weight * (slope[r] as number);
        right[r] = (right[r] as number) - each * off;
        for (let q = 0; q < 8; q++) row[q] = (row[q] as number) + each * (slope[q] as number);
      }
    }
    const change = solved(matrix, right);
    if (!change) return at;
    at = at.map((value, i) => value + (change[i] as number));
    if (half * Math.max(...change.map(Math.abs)) < SMALL_STEP) return at;
  }
  return at;
}

/** The values of a move, the other way round: from the reference to the frame. */
function valuesOf(move: FrameMove, size: { readonly width: number; readonly height: number }) {
  const [a, b, c, d, e, f] = invert(moveMatrix(move, size));
  const [mx, my] = [size.width / 2, size.height / 2];
  const half = halfOf(size);
  return [a, c, (a * mx + c * my + e - mx) / half, b, d, (b * mx + d * my + f - my) / half, 0, 0];
}

/**
 * Where the corners of a frame come to lie on a reference of the same size when it may be drawn out of square as well
 * as moved, in pixels of `size`; null where that makes no more of the two alike than the move alone.
 *
 * @param move how the frame has to be moved, as `alignPyramids` finds it, in pixels of `size`
 * @param size of the frames at the finest level of the pyramids' source
 */
export function alignPerspective(
  reference: readonly PyramidLevel[],
  frame: readonly PyramidLevel[],
  move: FrameMove,
  size: { readonly width: number; readonly height: number },
): Quad | null {
  const begun = valuesOf(move, size);
  let values: Values = begun;
  const pairs = reference.flatMap(({ level, plane }) => {
    const on = levelOf(frame, level);
    return on ? [{ textured: texturedOf(plane), on }] : [];
  });
  const finest = pairs.slice(0, LEVELS);
  for (const { textured, on } of [...finest].reverse()) values = refined(textured, on, values);
  const [best] = finest;
  if (!best) return null;
  const { textured, on } = best;
  const found = shareFound(textured, on, placedBy(values, on));
  if (found < shareFound(textured, on, placedBy(begun, on)) + WORTH) return null;
  const corners = cornersAfter(values, size);
  return corners && isConvex(corners) ? corners : null;
}

/** Where the corners of the frame lie on the reference, when the values lead from the reference to the frame. */
function cornersAfter(
  values: Values,
  size: { readonly width: number; readonly height: number },
): Quad | null {
  const { width, height } = size;
  const half = halfOf(size);
  const back = invertProjective([...values, 1] as unknown as Projective);
  const corners: Point[] = [];
  for (const { x, y } of cornersOf({ x: 0, y: 0, width, height })) {
    const at = projected(back, { x: (x - width / 2) / half, y: (y - height / 2) / half });
    if (!at) return null;
    corners.push({ x: at.x * half + width / 2, y: at.y * half + height / 2 });
  }
  return corners as unknown as Quad;
}
