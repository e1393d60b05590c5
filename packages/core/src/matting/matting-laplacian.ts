import { AROUND, type BlockMatrix, OWN, scratchIntegers, scratchZeroes } from '@diplex/kernels';
import { knownAlpha, type MatteInput, type Unknowns } from './trimap';

/** Where pixel b of a window of nine lies among those around pixel a of it: at 9 a + b. */
const WHERE = Int32Array.from({ length: 81 }, (_, i) => {
  const [a, b] = [Math.floor(i / 9), i % 9];
  const [dx, dy] = [(b % 3) - (a % 3), Math.floor(b / 3) - Math.floor(a / 3)];
  return OWN + dy * 5 + dx;
});

/** A system over the unknowns: its matrix in the thread's scratch, and the right side, by slot. */
export interface MattingSystem extends BlockMatrix {
  readonly right: Float32Array;
}

/**
 * The matting Laplacian of 3 x 3 windows over the unsure pixels, with what is known moved to the right
 * side (Levin, Lischinski and Weiss 2008). It lies in the scratch, and is valid until the enclosing
 * `inScratch` ends.
 * @param regulariser of the colour covariance of a window; 1e-7 is usual
 */
export function mattingLaplacian(
  input: MatteInput,
  { pixel, at, columns, rows }: Unknowns,
  regulariser: number,
): MattingSystem {
  const { width, height, linear } = input;
  const settled = knownAlpha(input, 0);
  const blocks = columns.length;
  const stride = Math.ceil(width / 4) * 4 + 8;
  const places = scratchIntegers(blocks);
  for (let block = 0; block < blocks; block++) {
    places[block] = ((rows[block] as number) + 2) * stride + (columns[block] as number) + 4;
  }
  const right = scratchZeroes(pixel.length);
  const factors = scratchZeroes(blocks * 4 * AROUND);
  const nine = new Int32Array(9);
  const off = new Float64Array(27);
  const whitened = new Float64Array(27);
  for (let cy = 1; cy < height - 1; cy++) {
    for (let cx = 1; cx < width - 1; cx++) {
      const centre = cy * width + cx;
      if (!touches(at, centre, width)) continue;
      for (let k = 0; k < 9; k++) {
        nine[k] = centre + (Math.floor(k / 3) - 1) * width + (k % 3) - 1;
      }
      whiten(linear, nine, regulariser, off, whitened);
      for (let a = 0; a < 9; a++) {
        const pa = nine[a] as number;
        const ua = at[pa] as number;
        for (let b = a; b < 9; b++) {
          const pb = nine[b] as number;
          const ub = at[pb] as number;
          if (ua < 0 && ub < 0) continue;
          const inner =
            (whitened[a * 3] as number) * (off[b * 3] as number) +
            (whitened[a * 3 + 1] as number) * (off[b * 3 + 1] as number) +
            (whitened[a * 3 + 2] as number) * (off[b * 3 + 2] as number);
          const value = (a === b ? 1 : 0) - (1 + inner) / 9;
          if (a === b) {
            addTo(factors, ua, OWN, value);
            continue;
          }
          if (ua >= 0 && ub >= 0) {
            addTo(factors, ua, WHERE[a * 9 + b] as number, value);
            addTo(factors, ub, WHERE[b * 9 + a] as number, value);
          } else if (ua >= 0) {
            right[ua] = (right[ua] as number) - value * (settled[pb] as number);
          } else right[ub] = (right[ub] as number) - value * (settled[pa] as number);
        }
      }
    }
  }
  return { blocks, places, factors, stride, cells: stride * (height + 4), right };
}

/** Adds to the factor of an unknown for the neighbour that has a place among those around it. */
function addTo(factors: Float32Array, slot: number, neighbour: number, value: number): void {
  const entry = (slot >> 2) * 4 * AROUND + neighbour * 4 + (slot & 3);
  factors[entry] = (factors[entry] as number) + value;
}

/** Whether an unknown lies in the 3 x 3 window about a pixel. */
function touches(at: Int32Array, centre: number, width: number): boolean {
  for (let p = centre - width; p <= centre + width; p += width) {
    if ((at[p - 1] as number) >= 0 || (at[p] as number) >= 0 || (at[p + 1] as number) >= 0) {
      return true;
    }
  }
  return false;
}

/** The window's colours less their mean, and the same times the inverse of their covariance. */
function whiten(
  linear: Float32Array,
  places: Int32Array,
  regulariser: number,
  off: Float64Array,
  whitened: Float64Array,
): void {
  let [m0, m1, m2] = [0, 0, 0];
  for (let k = 0; k < 9; k++) {
    const p = (places[k] as number) * 3;
    m0 += linear[p] as number;
    m1 += linear[p + 1] as number;
    m2 += linear[p + 2] as number;
  }
  m0 /= 9;
  m1 /= 9;
  m2 /= 9;
  const least = regulariser / 9;
  let [s00, s01, s02, s11, s12, s22] = [least, 0, 0, least, 0, least];
  for (let k = 0; k < 9; k++) {
    const p = (places[k] as number) * 3;
    const a = (linear[p] as number) - m0;
    const b = (linear[p + 1] as number) - m1;
    const c = (linear[p + 2] as number) - m2;
    off[k * 3] = a;
    off[k * 3 + 1] = b;
    off[k * 3 + 2] = c;
    s00 += (a * a) / 9;
    s01 += (a * b) / 9;
    s02 += (a * c) / 9;
    s11 += (b * b) / 9;
    s12 += (b * c) / 9;
    s22 += (c * c) / 9;
  }
  const i00 = s11 * s22 - s12 * s12;
  const i01 = s02 * s12 - s01 * s22;
  const i02 = s01 * s12 - s02 * s11;
  const i11 = s00 * s22 - s02 * s02;
  const i12 = s01 * s02 - s00 * s12;
  const i22 = s00 * s11 - s01 * s01;
  const by = 1 / (s00 * i00 + s01 * i01 + s02 * i02);
  for (let k = 0; k < 27; k += 3) {
    const a = off[k] as number;
    const b = off[k + 1] as number;
    const c = off[k + 2] as number;
    whitened[k] = (i00 * a + i01 * b + i02 * c) * by;
    whitened[k + 1] = (i01 * a + i11 * b + i12 * c) * by;
    whitened[k + 2] = (i02 * a + i12 * b + i22 * c) * by;
  }
}
