import {
  boxMean,
  conjugateGradient,
  KNOWN,
  type MatteInput,
  mattingLaplacian,
  unknownsOf,
} from '@diplex/core';
import { inScratch } from '@diplex/kernels';

/** What is known, and one half where nothing is. */
function halfKnown(known: Uint8Array): Float32Array {
  return Float32Array.from(known, (mark) =>
    mark === KNOWN.keep ? 1 : mark === KNOWN.drop ? 0 : 0.5,
  );
}

/** Plain closed-form matting (Levin et al. 2008) on the values given, solved to the end. */
export function closedForm(input: MatteInput): Float32Array {
  return inScratch(() => {
    const unknowns = unknownsOf(input);
    const system = mattingLaplacian(input, unknowns, 1e-7);
    const x = Float32Array.from(unknowns.pixel, (p) => (p < 0 ? 0 : 0.5));
    conjugateGradient(system, system.right, x, { iterations: 3000, tolerance: 1e-6 });
    const alpha = halfKnown(input.known);
    unknowns.pixel.forEach((p, slot) => {
      if (p >= 0) alpha[p] = Math.max(0, Math.min(1, x[slot] as number));
    });
    return alpha;
  });
}

const REACH = 12;
const REGULARISER = 1e-4;

/** The marks with one half where nothing is known, refined by a guided filter (He, Sun and Tang 2013). */
export function guidedTrimap({ width, height, linear: guide, known }: MatteInput): Float32Array {
  const mean = (data: Float32Array) => boxMean(data, width, height, REACH);
  const channel = (c: number) => Float32Array.from(known, (_, p) => guide[p * 3 + c] as number);
  const product = (a: Float32Array, b: Float32Array) =>
    mean(a.map((value, p) => value * (b[p] as number)));
  const marks = halfKnown(known);
  const colours = [0, 1, 2].map(channel);
  const means = colours.map(mean);
  const whole = mean(marks);
  const of = (list: readonly Float32Array[], i: number, p: number) => list[i]?.[p] as number;
  const pairs = [0, 1, 2].map((i) =>
    [0, 1, 2].map((j) => product(colours[i] as Float32Array, colours[j] as Float32Array)),
  );
  const shared = colours.map((colour) => product(colour, marks));
  const factors = [0, 1, 2, 3].map(() => new Float32Array(known.length));
  for (let p = 0; p < known.length; p++) {
    const spread = (i: number, j: number) =>
      of(pairs[i] as Float32Array[], j, p) - of(means, i, p) * of(means, j, p);
    const along = (i: number) => of(shared, i, p) - of(means, i, p) * (whole[p] as number);
    const [a, b, c] = [spread(0, 0) + REGULARISER, spread(0, 1), spread(0, 2)];
    const [d, e, f] = [spread(1, 1) + REGULARISER, spread(1, 2), spread(2, 2) + REGULARISER];
    const [i0, i1, i2] = [d * f - e * e, c * e - b * f, b * e - c * d];
    const [i3, i4, i5] = [a * f - c * c, b * c - a * e, a * d - b * b];
    const by = 1 / (a * i0 + b * i1 + c * i2);
    const [s, t, u] = [along(0), along(1), along(2)];
    const slope = [
      (i0 * s + i1 * t + i2 * u) * by,
      (i1 * s + i3 * t + i4 * u) * by,
      (i2 * s + i4 * t + i5 * u) * by,
    ] as const;
    slope.forEach((value, k) => {
      (factors[k] as Float32Array)[p] = value;
    });
    const base = slope.reduce((sum, value, k) => sum + value * of(means, k, p), 0);
    (factors[3] as Float32Array)[p] = (whole[p] as number) - base;
  }
  const smooth = factors.map(mean);
  return Float32Array.from(known, (mark, p) => {
    if (mark === KNOWN.keep) return 1;
    if (mark === KNOWN.drop) return 0;
    const slope = [0, 1, 2].reduce((sum, k) => sum + of(smooth, k, p) * of(colours, k, p), 0);
    return Math.max(0, Math.min(1, slope + of(smooth, 3, p)));
  });
}
