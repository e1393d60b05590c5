/** A block of the codec, whose colours it keeps at half the size. */
const BLOCK = 16;

/** Alpha-weighted mean of a block's colours; null where nothing of it shows. */
function meanOf(
  samples: Uint8Array,
  at: readonly number[],
): readonly [number, number, number] | null {
  const sums = [0, 0, 0];
  let weight = 0;
  for (const p of at) {
    const alpha = samples[p + 3] as number;
    weight += alpha;
    for (let c = 0; c < 3; c++) {
      sums[c] = (sums[c] as number) + alpha * (samples[p + c] as number);
    }
  }
  if (weight === 0) return null;
  const [r = 0, g = 0, b = 0] = sums.map((sum) => Math.round(sum / weight));
  return [r, g, b];
}

/**
 * Gives pixels of which nothing shows the colours of what does in their block, so that a codec that blurs colours brings no dark fringe
 * to an edge; where nothing shows in a block, those of the block before it. Alpha becomes 255.
 * @param samples straight RGBA, 8 bits, whole rows from a multiple of 16 on; changed in place
 */
export function fillBeneath(samples: Uint8Array, width: number): void {
  const height = samples.length / 4 / width;
  for (let top = 0; top < height; top += BLOCK) {
    let colour: readonly [number, number, number] = [128, 128, 128];
    for (let left = 0; left < width; left += BLOCK) {
      const at: number[] = [];
      let shows = true;
      for (let y = top; y < Math.min(height, top + BLOCK); y++) {
        for (let x = left; x < Math.min(width, left + BLOCK); x++) {
          const p = (y * width + x) * 4;
          if (samples[p + 3] === 0) shows = false;
          at.push(p);
        }
      }
      if (!shows) colour = meanOf(samples, at) ?? colour;
      for (const p of at) {
        if (samples[p + 3] === 0) samples.set(colour, p);
        samples[p + 3] = 255;
      }
    }
  }
}
