import type { Size } from '@diplex/document';
import { boxMean } from '@diplex/imaging';

/** How many pixels of a square about each pixel are set; what lies beyond the picture is not. */
function countsAround(
  bits: Uint8Array,
  width: number,
  height: number,
  radius: number,
): Uint32Array {
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
  const counts = new Uint32Array(bits.length);
  const sums = new Uint32Array(width);
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

/** What is more than half covered was inside of the mask. */
const INSIDE = 0.5;
/** Outside of it what is covered by more than this is solid; inside what is covered by less shows through. */
const [SOLID, WHOLE] = [0.5, 0.9];
/** Fringes show through, too, where they are dense: inside a patch is so many times as wide. */
const WIDER = 2;
const TOP = 65_535;

/** How far beyond itself a patch goes back, and over how much of that the change fades on both sides, as shares of the width. */
const [RIM, FADES] = [1.1, 0.5];

/** Puts back what is marked, but for what is narrower than a square of this side; it fades, since squares would show. */
function putBack(
  alpha: Uint16Array,
  before: Float32Array,
  marked: Uint8Array,
  { width, height }: Size,
  { side, patch, counts }: { side: number; patch: number; counts: (p: number) => boolean },
): void {
  const radius = Math.floor(side / 2);
  const full = (2 * radius + 1) ** 2;
  const within = countsAround(marked, width, height, radius);
  for (let p = 0; p < marked.length; p++) marked[p] = within[p] === full ? 1 : 0;
  if (!marked.includes(1)) return;
  const near = countsAround(marked, width, height, radius + Math.round(RIM * patch));
  const held = Float32Array.from(near, (count) => (count > 0 ? 1 : 0));
  const fades = Math.floor(FADES * patch);
  const share = boxMean(boxMean(held, width, height, fades), width, height, fades);
  for (let p = 0; p < marked.length; p++) {
    const part = share[p] as number;
    if (part <= 0 || !counts(p)) continue;
    const was = TOP * (before[p] as number);
    alpha[p] = Math.round((alpha[p] as number) * (1 - part) + was * Math.min(1, part));
  }
}

/**
 * Takes patches out of a solved edge that are no hair: solid ones outside of the mask as it was (something behind that looks like the
 * thing), and ones inside that show through (the thing, where it looks like what is behind). Hairs are narrow; what is wide is found by
 * an opening with a square (J. Serra, Image Analysis and Mathematical Morphology, 1982). A patch goes with its soft rim, and what was
 * covered before is there again.
 * @param alpha 0..65535; changed in place
 * @param before coverage before the edge was solved, 0..1
 * @param patch the least width of a patch outside, in pixels; inside it is twice that
 */
export function holdPatches(
  alpha: Uint16Array,
  before: Float32Array,
  size: Size,
  patch: number,
): void {
  const wasInside = (p: number) => (before[p] as number) >= INSIDE;
  const wasOutside = (p: number) => !wasInside(p);
  const marked = new Uint8Array(alpha.length);
  for (let p = 0; p < marked.length; p++) {
    marked[p] = wasOutside(p) && (alpha[p] as number) > SOLID * TOP ? 1 : 0;
  }
  putBack(alpha, before, marked, size, { side: patch, patch, counts: wasOutside });
  for (let p = 0; p < marked.length; p++) {
    marked[p] = wasInside(p) && (alpha[p] as number) < WHOLE * TOP ? 1 : 0;
  }
  putBack(alpha, before, marked, size, { side: WIDER * patch, patch, counts: wasInside });
}
