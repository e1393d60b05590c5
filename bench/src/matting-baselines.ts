import {
  conjugateGradient,
  KNOWN,
  type MatteInput,
  mattingLaplacian,
  unknownsOf,
} from '@diplex/core';
import { guidedFilter } from '@diplex/imaging';
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
export function guidedTrimap({ width, height, linear, known }: MatteInput): Float32Array {
  const channel = (c: number) => Float32Array.from(known, (_, p) => linear[p * 3 + c] as number);
  const guide = [channel(0), channel(1), channel(2)] as const;
  const refined = guidedFilter(halfKnown(known), guide, { width, height }, REACH, REGULARISER);
  return Float32Array.from(known, (mark, p) => {
    if (mark === KNOWN.keep) return 1;
    if (mark === KNOWN.drop) return 0;
    return Math.max(0, Math.min(1, refined[p] as number));
  });
}
