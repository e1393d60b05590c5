/** How many pixels of a square about each pixel are set; what lies beyond the picture is not. */
function countsAround(
  bits: Uint8Array,
  width: number,
  height: number,
  radius: number,
): Uint16Array {
  const across = new Uint16Array(bits.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let count = 0;
    for (let x = 0; x < Math.min(radius, width); x++) count += bits[row + x] as number;
    for (let x = 0; x < width; x++) {
      if (x + radius < width) count += bits[row + x + radius] as number;
      if (x > radius) count -= bits[row + x - radius - 1] as number;
      across[row + x] = count;
    }
  }
  const counts = new Uint16Array(bits.length);
  const sums = new Uint16Array(width);
  for (let y = -radius; y < height; y++) {
    for (let x = 0; x < width; x++) {
      let sum = sums[x] as number;
      if (y + radius < height) sum += across[(y + radius) * width + x] as number;
      if (y > radius) sum -= across[(y - radius - 1) * width + x] as number;
      sums[x] = sum;
      if (y >= 0) counts[y * width + x] = sum;
    }
  }
  return counts;
}

/** What is more than half covered counts as solid. */
const SOLID = 0.5;
const TOP = 65_535;

/**
 * Takes solid patches out of a solved edge that lie outside of the mask as it was: hairs are narrow, so what is wide is something behind
 * the thing that looks like it. Found by an opening with a square (J. Serra, Image Analysis and Mathematical Morphology, 1982); a patch
 * goes with its soft rim, which is two thirds of `patch` wide at most, and what was covered before is there again.
 * @param alpha 0..65535; changed in place
 * @param before coverage before the edge was solved, 0..1
 * @param patch the least width of a patch that is held back, in pixels
 */
export function holdPatches(
  alpha: Uint16Array,
  before: Float32Array,
  width: number,
  height: number,
  patch: number,
): void {
  const radius = Math.floor(patch / 2);
  const side = 2 * radius + 1;
  const marked = new Uint8Array(alpha.length);
  const isOutside = (p: number) => (before[p] as number) < SOLID;
  for (let p = 0; p < marked.length; p++) {
    if (isOutside(p) && (alpha[p] as number) > SOLID * TOP) marked[p] = 1;
  }
  const inside = countsAround(marked, width, height, radius);
  for (let p = 0; p < marked.length; p++) marked[p] = inside[p] === side * side ? 1 : 0;
  const near = countsAround(marked, width, height, radius + Math.round((2 / 3) * patch));
  for (let p = 0; p < marked.length; p++) marked[p] = near[p] !== 0 ? 1 : 0;
  // Between what is held back and what is not the change is spread over three pixels.
  const held = countsAround(marked, width, height, 1);
  for (let p = 0; p < marked.length; p++) {
    if (held[p] === 0 || !isOutside(p)) continue;
    const [y, x] = [Math.floor(p / width), p % width];
    const rows = 1 + Number(y > 0) + Number(y < height - 1);
    const share = (held[p] as number) / (rows * (1 + Number(x > 0) + Number(x < width - 1)));
    const was = TOP * (before[p] as number);
    alpha[p] = Math.round((alpha[p] as number) * (1 - share) + was * share);
  }
}
