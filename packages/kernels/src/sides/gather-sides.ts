import { callsFor } from '../memory/thread';

/** Places of a square around a pixel. */
export interface SquareTaps {
  /** How far apart the places are, in pixels. */
  readonly stride: number;
  /** How many there are to each side of the middle. */
  readonly count: number;
  /** For every place of the square, row by row. */
  readonly weights: Float32Array;
}

/** How many numbers `gatherSides` makes. */
export const SIDE_SUMS = 12;

/** What is nearly all of one side tells its colour; what is mixed tells little, but is better than nothing. */
function purity(share: number): number {
  const square = share * share;
  return square * square;
}

/**
 * Adds up colours around a pixel: of what lies under a mask, and of what lies beside it. Colours count from that of the pixel
 * itself, so that single precision is enough to tell how much they vary.
 * @param content RGBA, `width` pixels wide
 * @param mask coverage of the same pixels, 0..1
 * @param at the pixel in the middle; all places lie inside of the picture
 * @param sums takes for the side under the mask r, g, b and the sum of their squares, then the same for the side beside
 * it; then for each side how much was gathered, and that times the coverage
 */
export function gatherSides(
  content: Float32Array,
  mask: Float32Array,
  width: number,
  at: number,
  { stride, count, weights }: SquareTaps,
  sums: Float32Array,
): void {
  const calls = callsFor(content, mask, weights, sums);
  if (calls) {
    calls.gatherSides?.(
      ...[content.byteOffset, mask.byteOffset, width, at],
      ...[stride, count, weights.byteOffset, sums.byteOffset],
    );
    return;
  }
  const found = new Float64Array(SIDE_SUMS);
  const add = (i: number, value: number) => {
    found[i] = (found[i] as number) + value;
  };
  const side = 2 * count + 1;
  const middle = [0, 1, 2].map((c) => content[at * 4 + c] as number);
  for (let j = 0; j < side; j++) {
    const row = at + (j - count) * stride * width;
    for (let i = 0; i < side; i++) {
      const p = row + (i - count) * stride;
      const weight = weights[j * side + i] as number;
      const share = mask[p] as number;
      const kept = weight * purity(share);
      const dropped = weight * purity(1 - share);
      let square = 0;
      for (let c = 0; c < 3; c++) {
        const value = (content[p * 4 + c] as number) - (middle[c] as number);
        add(c, kept * value);
        add(c + 4, dropped * value);
        square += value * value;
      }
      add(3, kept * square);
      add(7, dropped * square);
      add(8, kept);
      add(9, kept * share);
      add(10, dropped);
      add(11, dropped * share);
    }
  }
  sums.set(found);
}
