/** The mean over squares of `2 reach + 1` pixels; beyond the picture its edge pixels go on. */
export function boxMean(
  from: Float32Array,
  width: number,
  height: number,
  reach: number,
): Float32Array {
  const across = new Float32Array(from.length);
  const out = new Float32Array(from.length);
  const share = 1 / (2 * reach + 1);
  const clampTo = (at: number, end: number) => Math.max(0, Math.min(end - 1, at));
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = -reach; x <= reach; x++) sum += from[row + clampTo(x, width)] as number;
    for (let x = 0; x < width; x++) {
      across[row + x] = sum * share;
      sum +=
        (from[row + clampTo(x + reach + 1, width)] as number) -
        (from[row + clampTo(x - reach, width)] as number);
    }
  }
  for (let x = 0; x < width; x++) {
    let sum = 0;
    for (let y = -reach; y <= reach; y++) sum += across[clampTo(y, height) * width + x] as number;
    for (let y = 0; y < height; y++) {
      out[y * width + x] = sum * share;
      sum +=
        (across[clampTo(y + reach + 1, height) * width + x] as number) -
        (across[clampTo(y - reach, height) * width + x] as number);
    }
  }
  return out;
}
