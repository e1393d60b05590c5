/** How many pixels are looked at to place the clusters. */
const SAMPLES = 4000;
const ROUNDS = 8;

/** Pixels that count less than this do not place a cluster. */
export const LEAST = 0.3;

/** Answers which cluster a colour in linear light belongs to. */
export type NearestCluster = (r: number, g: number, b: number) => number;

/**
 * Divides the pixels that count into clusters of like colours: k-means from starts that lie far apart,
 * in the square root of linear light, where steps look about even.
 * @param linear RGB, interleaved
 * @param counts how much each pixel counts, 0..1
 * @returns null when no pixel counts
 */
export function colourClusters(
  linear: Float32Array,
  counts: Float32Array,
  clusters: number,
): NearestCluster | null {
  let total = 0;
  for (let p = 0; p < counts.length; p++) if ((counts[p] as number) > LEAST) total++;
  const every = Math.max(1, Math.floor(total / SAMPLES));
  const samples: number[] = [];
  for (let p = 0, seen = 0; p < counts.length; p++) {
    if ((counts[p] as number) > LEAST && seen++ % every === 0) samples.push(p);
  }
  if (samples.length === 0) return null;
  const roots = Float64Array.from({ length: samples.length * 3 }, (_, i) =>
    Math.sqrt(linear[(samples[Math.floor(i / 3)] as number) * 3 + (i % 3)] as number),
  );
  const centres = farApart(roots, clusters);
  const nearest = (r: number, g: number, b: number) => {
    let best = 0;
    let least = Infinity;
    for (let k = 0; k < clusters; k++) {
      const dr = r - (centres[k * 3] as number);
      const dg = g - (centres[k * 3 + 1] as number);
      const db = b - (centres[k * 3 + 2] as number);
      const off = dr * dr + dg * dg + db * db;
      if (off < least) {
        least = off;
        best = k;
      }
    }
    return best;
  };
  for (let round = 0; round < ROUNDS; round++) {
    const sums = new Float64Array(clusters * 4);
    for (let i = 0; i < roots.length; i += 3) {
      const at = 4 * nearest(roots[i] as number, roots[i + 1] as number, roots[i + 2] as number);
      for (let c = 0; c < 3; c++)
        sums[at + c] = (sums[at + c] as number) + (roots[i + c] as number);
      sums[at + 3] = (sums[at + 3] as number) + 1;
    }
    for (let k = 0; k < clusters; k++) {
      const held = sums[k * 4 + 3] as number;
      for (let c = 0; held > 0 && c < 3; c++) {
        centres[k * 3 + c] = (sums[k * 4 + c] as number) / held;
      }
    }
  }
  return (r, g, b) => nearest(Math.sqrt(r), Math.sqrt(g), Math.sqrt(b));
}

/** The mean colour, then always the sample that lies farthest from what there is. */
function farApart(roots: Float64Array, clusters: number): Float64Array {
  const centres = new Float64Array(clusters * 3);
  for (let i = 0; i < roots.length; i++) {
    centres[i % 3] = (centres[i % 3] as number) + ((roots[i] as number) * 3) / roots.length;
  }
  const off = new Float64Array(roots.length / 3).fill(Infinity);
  for (let k = 1; k < clusters; k++) {
    let farthest = 0;
    for (let i = 0; i < off.length; i++) {
      let distance = 0;
      for (let c = 0; c < 3; c++) {
        const step = (roots[i * 3 + c] as number) - (centres[k * 3 - 3 + c] as number);
        distance += step * step;
      }
      off[i] = Math.min(off[i] as number, distance);
      if ((off[i] as number) > (off[farthest] as number)) farthest = i;
    }
    for (let c = 0; c < 3; c++) centres[k * 3 + c] = roots[farthest * 3 + c] as number;
  }
  return centres;
}
