import { boxMean } from '../filter/box-mean';
import { KNOWN, type MatteInput } from './trimap';
import type { Unmixed, Unmixer } from './unmix';

/** How far from the unsure pixels known ones are tried, in pixels. */
const NEAR = 30;
/** Where none lies near, those within this are asked. */
const FAR = 200;
/** Every so many of them is enough. */
const EVERY = 3;

/**
 * How wrong unmixing is where the answer is known: its mean squared error around every place, over what
 * is kept and what is dropped alike. What it says of unsure pixels is trusted as far as it is right
 * about known ones near them.
 */
export function unmixingError(input: MatteInput, unmixer: Unmixer): Float32Array {
  const { width, height, linear, known } = input;
  const near = nearUnsure(input);
  const errors = [KNOWN.drop, KNOWN.keep].map(() => new Float32Array(known.length));
  const tried = [KNOWN.drop, KNOWN.keep].map(() => new Float32Array(known.length));
  const said: Unmixed = { alpha: 0, variance: 0 };
  for (let p = 0; p < known.length; p += EVERY) {
    const side = known[p] === KNOWN.keep ? 1 : known[p] === KNOWN.drop ? 0 : -1;
    if (side < 0 || (near[p] as number) === 0) continue;
    unmixer.unmix(p % width, Math.floor(p / width), linear, p * 3, said);
    (errors[side] as Float32Array)[p] = (said.alpha - side) ** 2 + said.variance;
    (tried[side] as Float32Array)[p] = 1;
  }
  const means = [0, 1].map((side) =>
    meanOver(errors[side] as Float32Array, tried[side] as Float32Array, width, height),
  );
  return Float32Array.from(known, (_, p) => ((means[0]?.[p] ?? 0) + (means[1]?.[p] ?? 0)) / 2);
}

/** More than nothing within NEAR of an unsure pixel. */
function nearUnsure({ width, height, known }: MatteInput): Float32Array {
  const unsure = Float32Array.from(known, (mark) =>
    mark === KNOWN.drop || mark === KNOWN.keep ? 0 : 1,
  );
  return boxMean(unsure, width, height, NEAR).map((share) => (share > 1e-5 ? 1 : 0));
}

/** The mean of what was tried around every place. */
function meanOver(
  errors: Float32Array,
  tried: Float32Array,
  width: number,
  height: number,
): Float32Array {
  const around = (data: Float32Array, reach: number) =>
    boxMean(boxMean(data, width, height, reach), width, height, reach);
  const [near, nearTried] = [around(errors, NEAR), around(tried, NEAR)];
  const [far, farTried] = [around(errors, FAR), around(tried, FAR)];
  return near.map((error, p) => {
    const count = nearTried[p] as number;
    if (count > 1e-4) return error / count;
    return (far[p] as number) / Math.max(1e-9, farTried[p] as number);
  });
}
