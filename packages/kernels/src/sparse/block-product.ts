import { callsFor } from '../memory/thread';
import { AROUND, type BlockMatrix } from './block-matrix';

/**
 * `out` (four floats for each block) = the matrix times what lies in `grid`. `dot` gets the sum of
 * products of both.
 */
export function blockProduct(
  matrix: BlockMatrix,
  grid: Float32Array,
  out: Float32Array,
  dot: Float64Array,
): void {
  const { blocks, places, factors, stride } = matrix;
  const calls = callsFor(factors, places, grid, out) && callsFor(dot);
  if (calls) {
    const [by, at] = [factors.byteOffset, places.byteOffset];
    const into = out.byteOffset;
    calls.blockProduct?.(by, at, blocks, grid.byteOffset, stride, into, dot.byteOffset);
    return;
  }
  let sums = 0;
  for (let block = 0, slot = 0; block < blocks; block++) {
    const place = places[block] as number;
    for (let lane = 0; lane < 4; lane++, slot++) {
      let sum = 0;
      let factor = block * AROUND * 4 + lane;
      for (let row = -2; row <= 2; row++) {
        const from = place + lane + row * stride;
        for (let x = from - 2; x <= from + 2; x++, factor += 4) {
          sum += (factors[factor] as number) * (grid[x] as number);
        }
      }
      out[slot] = sum;
      sums += sum * (grid[place + lane] as number);
    }
  }
  dot[0] = sums;
}
