import { callsFor } from '../memory/thread';
import { AROUND, OWN } from './block-matrix';

/** Where pixel b of a window of nine lies among those around pixel a of it: at 9 a + b. */
const WHERE = Int32Array.from({ length: 81 }, (_, i) => {
  const [a, b] = [Math.floor(i / 9), i % 9];
  const [dx, dy] = [(b % 3) - (a % 3), Math.floor(b / 3) - Math.floor(a / 3)];
  return OWN + dy * 5 + dx;
});

/** A window of 3 x 3 pixels, row by row. */
export interface MattingWindow {
  /** Their colours, RGB interleaved. */
  readonly colours: Float32Array;
  /** Their alpha where it is known. */
  readonly settled: Float32Array;
  /** Their slots among the unknowns; below 0 for those that are known. */
  readonly slots: Int32Array;
  /** Room for colours less their mean, and the same times the inverse of their covariance: 54. */
  readonly room: Float64Array;
}

/**
 * Adds to a matting Laplacian what a window says of each pair of its pixels (Levin, Lischinski and Weiss 2008), and to its
 * right side what it says of pairs of which one is known.
 * @param factors of the matrix, in blocks of four: see `BlockMatrix`
 * @param regulariser of the colour covariance
 */
export function addWindow(
  { colours, settled, slots, room }: MattingWindow,
  factors: Float32Array,
  right: Float32Array,
  regulariser: number,
): void {
  const calls = callsFor(settled, slots) && callsFor(colours, factors, right, room);
  if (calls) {
    const [a, b, c] = [factors.byteOffset, right.byteOffset, room.byteOffset];
    calls.addWindow?.(
      colours.byteOffset,
      settled.byteOffset,
      slots.byteOffset,
      c,
      a,
      b,
      regulariser,
    );
    return;
  }
  whiten(colours, regulariser, room);
  const r = (at: number) => room[at] as number;
  const add = (slot: number, neighbour: number, value: number) => {
    const entry = (slot >> 2) * 4 * AROUND + neighbour * 4 + (slot & 3);
    factors[entry] = (factors[entry] as number) + value;
  };
  for (let a = 0; a < 9; a++) {
    const ua = slots[a] as number;
    for (let b = a; b < 9; b++) {
      const ub = slots[b] as number;
      if (ua < 0 && ub < 0) continue;
      const [i, j] = [27 + a * 3, b * 3];
      const inner = r(i) * r(j) + r(i + 1) * r(j + 1) + r(i + 2) * r(j + 2);
      const value = (a === b ? 1 : 0) - (1 + inner) / 9;
      if (a === b) add(ua, OWN, value);
      else if (ua >= 0 && ub >= 0) {
        add(ua, WHERE[a * 9 + b] as number, value);
        add(ub, WHERE[b * 9 + a] as number, value);
      } else if (ua >= 0) right[ua] = (right[ua] as number) - value * (settled[b] as number);
      else right[ub] = (right[ub] as number) - value * (settled[a] as number);
    }
  }
}

/** The window's colours less their mean, and the same times the inverse of their covariance. */
function whiten(colours: Float32Array, regulariser: number, room: Float64Array): void {
  const mean = [0, 0, 0];
  for (let k = 0; k < 27; k++) mean[k % 3] = (mean[k % 3] as number) + (colours[k] as number);
  for (let k = 0; k < 27; k++) room[k] = (colours[k] as number) - (mean[k % 3] as number) / 9;
  const least = regulariser / 9;
  let [s00, s01, s02, s11, s12, s22] = [least, 0, 0, least, 0, least];
  for (let k = 0; k < 27; k += 3) {
    const [a, b, c] = [room[k], room[k + 1], room[k + 2]] as [number, number, number];
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
    const [a, b, c] = [room[k], room[k + 1], room[k + 2]] as [number, number, number];
    room[27 + k] = (i00 * a + i01 * b + i02 * c) * by;
    room[28 + k] = (i01 * a + i11 * b + i12 * c) * by;
    room[29 + k] = (i02 * a + i12 * b + i22 * c) * by;
  }
}
