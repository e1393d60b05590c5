import {
  AROUND,
  addWindow,
  type BlockMatrix,
  type MattingWindow,
  scratchDoubles,
  scratchFloats,
  scratchIntegers,
  scratchZeroes,
} from '@diplex/kernels';
import { knownAlpha, type MatteInput, type Unknowns } from './trimap';

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
  const nine: MattingWindow = {
    ...{ colours: scratchFloats(27), settled: scratchFloats(9) },
    ...{ slots: scratchIntegers(9), room: scratchDoubles(54) },
  };
  const touching = windowsWith(pixel, width, height);
  for (let cy = 1; cy < height - 1; cy++) {
    for (let centre = cy * width + 1, end = (cy + 1) * width - 1; centre < end; centre++) {
      if (touching[centre] === 0) continue;
      for (let k = 0, line = centre - width - 1; k < 9; line += width) {
        for (let p = line; p < line + 3; p++, k++) {
          nine.slots[k] = at[p] as number;
          nine.settled[k] = settled[p] as number;
          nine.colours[k * 3] = linear[p * 3] as number;
          nine.colours[k * 3 + 1] = linear[p * 3 + 1] as number;
          nine.colours[k * 3 + 2] = linear[p * 3 + 2] as number;
        }
      }
      addWindow(nine, factors, right, regulariser);
    }
  }
  return { blocks, places, factors, stride, cells: stride * (height + 4), right };
}

/** 1 at the centres of the 3 x 3 windows that hold an unknown. */
function windowsWith(pixel: Int32Array, width: number, height: number): Uint8Array {
  const marked = new Uint8Array(width * height);
  for (const p of pixel) {
    if (p < 0) continue;
    for (let row = p - width; row <= p + width; row += width) {
      // Marks beyond the picture are lost, and those round its sides lie where no window has its centre.
      marked[row - 1] = 1;
      marked[row] = 1;
      marked[row + 1] = 1;
    }
  }
  return marked;
}
