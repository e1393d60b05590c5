import type { Point } from '@diplex/document';

/** A straight edge of a picture, in its pixels. */
export interface LineSegment {
  readonly from: Point;
  readonly to: Point;
}

/** One number for each pixel. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Gradients weaker than this, of a lightness from 0 to 1 over a pixel, are no edge. */
const WEAK = 0.02;

/** Pixels whose edges run within this angle of a line belong to it. */
const LIKE = Math.PI / 8;

/** Shorter lines, in pixels, say nothing, nor do those that are wider or have more gaps. */
const [SHORT, WIDE, DENSE] = [18, 5, 0.55];

/**
 * The straight edges of a picture: regions of pixels whose gradients go the same way, as rectangles (after the line segment
 * detector of Grompone von Gioi et al. 2010, with fixed limits in place of its statistics).
 */
export function findLines(picture: GreyPicture): LineSegment[] {
  const { width, height } = picture;
  const { strength, angle } = gradients(picture);
  const order = Array.from(strength.keys())
    .filter((p) => (strength[p] as number) > WEAK)
    .sort((a, b) => (strength[b] as number) - (strength[a] as number));
  const used = new Uint8Array(strength.length);
  const lines: LineSegment[] = [];
  for (const seed of order) {
    if (used[seed]) continue;
    const region = grown(seed, { width, height }, strength, angle, used);
    const line = region.length >= SHORT ? lineOf(region, width, strength) : null;
    if (line) lines.push(line);
  }
  return lines;
}

/** How steep a picture is at each pixel, and which way its edges run there: between -pi and pi. */
function gradients({ width, height, data }: GreyPicture) {
  const strength = new Float32Array(data.length);
  const angle = new Float32Array(data.length);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const p = y * width + x;
      const at = (q: number) => data[q] as number;
      const dx = (at(p + 1) - at(p - 1)) / 2;
      const dy = (at(p + width) - at(p - width)) / 2;
      strength[p] = Math.sqrt(dx * dx + dy * dy);
      angle[p] = Math.atan2(dx, -dy);
    }
  }
  return { strength, angle };
}

/** The pixels around a seed whose edges run as those of the region so far. */
function grown(
  seed: number,
  { width, height }: { width: number; height: number },
  strength: Float32Array,
  angle: Float32Array,
  used: Uint8Array,
): number[] {
  const region = [seed];
  used[seed] = 1;
  let [c, s] = [Math.cos(angle[seed] as number), Math.sin(angle[seed] as number)];
  for (let i = 0; i < region.length; i++) {
    const p = region[i] as number;
    const [x, y] = [p % width, Math.floor(p / width)];
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++) {
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
        const q = v * width + u;
        if (used[q] || (strength[q] as number) <= WEAK) continue;
        const own = angle[q] as number;
        const length = Math.sqrt(c * c + s * s);
        if ((Math.cos(own) * c + Math.sin(own) * s) / length < Math.cos(LIKE)) continue;
        used[q] = 1;
        c += Math.cos(own);
        s += Math.sin(own);
        region.push(q);
      }
    }
  }
  return region;
}

/** The line of a region along its longer axis, by its moments; null where it is no line. */
function lineOf(
  region: readonly number[],
  width: number,
  strength: Float32Array,
): LineSegment | null {
  let [weight, mx, my] = [0, 0, 0];
  for (const p of region) {
    const w = strength[p] as number;
    weight += w;
    mx += w * (p % width);
    my += w * Math.floor(p / width);
  }
  [mx, my] = [mx / weight, my / weight];
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of region) {
    const w = (strength[p] as number) / weight;
    const [dx, dy] = [(p % width) - mx, Math.floor(p / width) - my];
    xx += w * dx * dx;
    xy += w * dx * dy;
    yy += w * dy * dy;
  }
  const turn = Math.atan2(2 * xy, xx - yy) / 2;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  let [first, last, near, far] = [0, 0, 0, 0];
  for (const p of region) {
    const [dx, dy] = [(p % width) - mx, Math.floor(p / width) - my];
    const [along, beside] = [c * dx + s * dy, c * dy - s * dx];
    [first, last] = [Math.min(first, along), Math.max(last, along)];
    [near, far] = [Math.min(near, beside), Math.max(far, beside)];
  }
  const [length, across] = [last - first, far - near + 1];
  if (length < SHORT || across > WIDE || region.length / (length * across) < DENSE) return null;
  return {
    from: { x: mx + c * first + 0.5, y: my + s * first + 0.5 },
    to: { x: mx + c * last + 0.5, y: my + s * last + 0.5 },
  };
}
