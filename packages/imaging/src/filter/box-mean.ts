/** The mean over squares of `2 reach + 1` pixels; beyond the picture its edge pixels go on. */
export function boxMean(
  from: Float32Array,
  width: number,
  height: number,
  reach: number,
): Float32Array {
  const across = new Float32Array(from.length);
  const share = 1 / (2 * reach + 1);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const last = row + width - 1;
    let sum = 0;
    for (let x = -reach; x <= reach; x++) sum += from[clamped(row + x, row, last)] as number;
    for (let p = row; p <= last; p++) {
      across[p] = sum * share;
      const enters = clamped(p + reach + 1, row, last);
      const leaves = clamped(p - reach, row, last);
      sum += (from[enters] as number) - (from[leaves] as number);
    }
  }
  return meanDown(across, width, height, reach);
}

/** The means of columns, row by row, so that what lies side by side in memory is read together. */
function meanDown(
  across: Float32Array,
  width: number,
  height: number,
  reach: number,
): Float32Array {
  const out = new Float32Array(across.length);
  const share = 1 / (2 * reach + 1);
  const sums = new Float64Array(width);
  for (let y = -reach; y <= reach; y++) {
    const row = clamped(y, 0, height - 1) * width;
    for (let x = 0; x < width; x++) sums[x] = (sums[x] as number) + (across[row + x] as number);
  }
  for (let y = 0; y < height; y++) {
    const row = y * width;
    const enters = clamped(y + reach + 1, 0, height - 1) * width;
    const leaves = clamped(y - reach, 0, height - 1) * width;
    for (let x = 0; x < width; x++) {
      const sum = sums[x] as number;
      out[row + x] = sum * share;
      sums[x] = sum + ((across[enters + x] as number) - (across[leaves + x] as number));
    }
  }
  return out;
}

function clamped(at: number, least: number, most: number): number {
  return at < least ? least : at > most ? most : at;
}
