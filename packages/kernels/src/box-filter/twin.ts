/**
 * A pass of an extended box filter (Gwosdek et al. 2011) over whole numbers: a box of 2 r + 1
 * samples whose next neighbours on both sides count with the weight `fringe`. Sums of whole numbers
 * are exact, so the result at a sample does not depend on where a region begins, and the cost does
 * not depend on r. Samples beyond an edge count as the edge sample.
 */
export type BoxPass = (
  from: Int32Array,
  to: Int32Array,
  width: number,
  height: number,
  r: number,
  fringe: number,
) => void;

// In single precision step by step, as the kernel: a step of whole numbers more or less shows where an edge is made steep.
const f = Math.fround;

/** One over how many samples a box counts. */
function weightOf(r: number, fringe: number): number {
  return f(1 / f(2 * r + 1 + f(fringe + fringe)));
}

/** The mean of a box from the sum of its samples and that of its next neighbours. */
function meanOf(sum: number, ends: number, fringe: number, weight: number): number {
  const all = f(f(sum) + f(fringe * f(ends)));
  return Math.trunc(f(f(all * weight) + 0.5));
}

/** Along the rows. */
export const boxPassAcross: BoxPass = (from, to, width, height, r, fringe) => {
  const [by, weight] = [f(fringe), weightOf(r, f(fringe))];
  // One row with r + 1 samples more on either side, so that the loop needs no look at the edges.
  const reach = r + 1;
  const line = new Int32Array(width + 2 * reach);
  for (let y = 0; y < height; y++) {
    const start = y * width;
    line.fill(from[start] as number, 0, reach);
    line.set(from.subarray(start, start + width), reach);
    line.fill(from[start + width - 1] as number, reach + width);
    let sum = 0;
    for (let i = 1; i <= 2 * r + 1; i++) sum += line[i] as number;
    for (let x = 0; x < width; x++) {
      const before = line[x] as number;
      const after = line[x + 2 * reach] as number;
      to[start + x] = meanOf(sum, before + after, by, weight);
      sum += after - (line[x + 1] as number);
    }
  }
};

/** Down the columns, all of them together, so that memory is read in its order. */
export const boxPassDown: BoxPass = (from, to, width, height, r, fringe) => {
  const [by, weight] = [f(fringe), weightOf(r, f(fringe))];
  const rowAt = (y: number) => Math.max(0, Math.min(height - 1, y)) * width;
  const sums = new Float64Array(width);
  for (let y = -r; y <= r; y++) {
    const row = rowAt(y);
    for (let x = 0; x < width; x++) sums[x] = (sums[x] as number) + (from[row + x] as number);
  }
  for (let y = 0; y < height; y++) {
    const before = rowAt(y - r - 1);
    const after = rowAt(y + r + 1);
    const leaving = rowAt(y - r);
    const start = y * width;
    for (let x = 0; x < width; x++) {
      const sum = sums[x] as number;
      const next = from[after + x] as number;
      const ends = (from[before + x] as number) + next;
      to[start + x] = meanOf(sum, ends, by, weight);
      sums[x] = sum + next - (from[leaving + x] as number);
    }
  }
};
