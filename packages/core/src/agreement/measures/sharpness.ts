import { gaussianBlur, LUMA, type RowSource } from '@diplex/imaging';
import { encode } from '@diplex/kernels';
import type { LightPatch } from '../light-patch';

export interface Sharpness {
  /** The deviation of the blur that sharp edges show, in pixels. */
  readonly sigma: number;
  /** How many edges tell it. */
  readonly edges: number;
}

/** The picture is blurred by these once more: how much its edges lose tells how sharp they were. */
const [FINE, COARSE] = [1, 2];

/** Only the strongest edges count, and none weaker than that (of encoded values, from pixel to pixel). */
const [STRONGEST, WEAKEST] = [0.1, 0.02];

/** Shadows and round edges are soft in sharp pictures too: one strong edge in seven is as sharp as it gets. */
const SHARP = 0.15;

const LEAST = 40;

/**
 * How sharp a picture is: at strong edges, by the ratio of the slopes of the picture blurred a little and blurred more
 * (after Zhuo and Sim 2011). Null where there are too few edges.
 * @param patch in its own pixels, not blurred
 */
export function sharpnessOf(patch: LightPatch): Sharpness | null {
  const { width, height } = patch;
  const luma = lumaOf(patch);
  const [fine, coarse] = [slopesAt(luma, patch, FINE), slopesAt(luma, patch, COARSE)];
  const edges: { slope: number; sigma: number }[] = [];
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const p = y * width + x;
      const slope = fine.length[p] as number;
      if (slope < WEAKEST || !isCrest(fine, width, p)) continue;
      const ratio = (slope / Math.max(1e-6, coarse.length[p] as number)) ** 2;
      if (ratio <= 1.02) continue;
      const variance = (COARSE ** 2 - ratio * FINE ** 2) / (ratio - 1);
      edges.push({ slope, sigma: Math.sqrt(Math.max(0, variance)) });
    }
  }
  edges.sort((a, b) => b.slope - a.slope);
  const strong = edges.slice(0, Math.max(LEAST, Math.floor(STRONGEST * edges.length)));
  if (strong.length < LEAST) return null;
  const sigmas = strong.map(({ sigma }) => sigma).sort((a, b) => a - b);
  return { sigma: sigmas[Math.floor(SHARP * sigmas.length)] as number, edges: strong.length };
}

interface Slopes {
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly length: Float32Array;
}

/** Encoded luma and whether there is any, four numbers a pixel. */
function lumaOf({ width, height, light, weights }: LightPatch): Float32Array {
  const [red, green, blue] = LUMA;
  const packed = new Float32Array(width * height * 4);
  for (let p = 0, i = 0; p < weights.length; p++, i += 3) {
    if ((weights[p] as number) <= 0) continue;
    packed[p * 4] =
      red * encode(light[i] as number) +
      green * encode(light[i + 1] as number) +
      blue * encode(light[i + 2] as number);
    packed[p * 4 + 3] = 1;
  }
  return packed;
}

/** The slopes of a picture blurred by a deviation; 0 at what is hidden. */
function slopesAt(packed: Float32Array, { width, height }: LightPatch, sigma: number): Slopes {
  const source: RowSource = {
    ...{ width, height },
    read: (y, x, count, to, offset) =>
      to.set(packed.subarray((y * width + x) * 4, (y * width + x + count) * 4), offset),
  };
  const blurred = new Float32Array(packed.length);
  gaussianBlur(source, sigma, { x: 0, y: 0, width, height }, (row, y) => {
    blurred.set(row, y * width * 4);
  });
  const slopes: Slopes = {
    x: new Float32Array(width * height),
    y: new Float32Array(width * height),
    length: new Float32Array(width * height),
  };
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const p = y * width + x;
      // The border of what is seen is no edge of the picture.
      if ((blurred[p * 4 + 3] as number) < 0.999) continue;
      const at = (q: number) => blurred[(p + q) * 4] as number;
      const [dx, dy] = [(at(1) - at(-1)) / 2, (at(width) - at(-width)) / 2];
      slopes.x[p] = dx;
      slopes.y[p] = dy;
      slopes.length[p] = Math.sqrt(dx * dx + dy * dy);
    }
  }
  return slopes;
}

/** Whether the slope is as steep as it gets across the edge. */
function isCrest({ x, y, length }: Slopes, width: number, p: number): boolean {
  const [dx, dy] = [x[p] as number, y[p] as number];
  const across = Math.abs(dx) > Math.abs(dy) ? 1 : width;
  const own = length[p] as number;
  return own >= (length[p - across] as number) && own > (length[p + across] as number);
}
