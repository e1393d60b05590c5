import type { CoverageImage } from '@diplex/imaging';

/** Less coverage than the first belongs to nothing, and more than the second to the thing; between both the membrane is held in part. */
const [NONE, ALL] = [0.25, 0.75] as const;

/** How round the thing is taken to be: 1 for a ball where its outline is a circle. */
const ROUND = 0.7;

/** Over-relaxation converges in about as many rounds as the shape is wide. */
const [OVER, ROUNDS] = [1.94, 220];

/** The height is blurred by this many pixels, so that its own rim throws no crease. */
const SOFT = [0.25, 0.5, 0.25] as const;

/**
 * The height of a membrane that is held along the outline of a thing and pushed out evenly (the Poisson equation, solved
 * by successive over-relaxation), and of that the root: a circle becomes a ball, a long shape a roll.
 */
function inflated({ width, height, data }: CoverageImage): Float32Array {
  const held = new Float32Array(width * height);
  const free = data.map((value) => Math.max(0, Math.min(1, (value - NONE) / (ALL - NONE))));
  for (let round = 0; round < ROUNDS; round++) {
    for (const parity of [0, 1]) {
      for (let y = 1; y < height - 1; y++) {
        for (let x = 1 + ((y + parity) & 1); x < width - 1; x += 2) {
          const p = y * width + x;
          const share = free[p] as number;
          if (share === 0) continue;
          const around =
            (held[p - 1] as number) +
            (held[p + 1] as number) +
            (held[p - width] as number) +
            (held[p + width] as number);
          const own = held[p] as number;
          held[p] = own + OVER * ((share * (around + 1)) / 4 - own);
        }
      }
    }
  }
  return held.map((value) => ROUND * Math.sqrt(2 * Math.max(0, value)));
}

function softened(from: Float32Array, width: number, height: number): Float32Array {
  let values = from;
  for (const step of [1, width]) {
    const to = new Float32Array(values.length);
    for (let p = 0; p < values.length; p++) {
      const [at, count] = step === 1 ? [p % width, width] : [Math.floor(p / width), height];
      const before = values[at > 0 ? p - step : p] as number;
      const after = values[at < count - 1 ? p + step : p] as number;
      to[p] = SOFT[0] * before + SOFT[1] * (values[p] as number) + SOFT[2] * after;
    }
    values = to;
  }
  return values;
}

/**
 * Which way the surface of a thing faces, guessed from its outline alone (after Johnston 2002): four numbers a pixel, the
 * unit normal (to the right, down, to the viewer) and how much of the thing is there.
 */
export function inflatedNormals(coverage: CoverageImage): Float32Array {
  const { width, height, data } = coverage;
  const heights = softened(inflated(coverage), width, height);
  const out = new Float32Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      const [left, right] = [Math.max(0, x - 1), Math.min(width - 1, x + 1)];
      const [above, below] = [Math.max(0, y - 1), Math.min(height - 1, y + 1)];
      const across =
        ((heights[y * width + left] as number) - (heights[y * width + right] as number)) / 2;
      const down =
        ((heights[above * width + x] as number) - (heights[below * width + x] as number)) / 2;
      const length = Math.hypot(across, down, 1);
      out.set([across / length, down / length, 1 / length, data[p] as number], p * 4);
    }
  }
  return out;
}
